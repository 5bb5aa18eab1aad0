import type { DisputeSubject } from '#server/disputes/disputeSubject';
import { disputeSubject } from '#server/disputes/disputeSubject';
import { answerDocument } from '#server/disputes/evidence';
import { ledgerOf } from '#core/bookings/ledger';
import { zero } from '#core/money/minor';
import { readBooking } from '#server/bookings/lockBooking';
import { bookings } from '#server/database/schema/bookings';
import { disputeAnswers } from '#server/database/schema/disputes';
import type { Deps } from '#server/deps';
import { and, desc, eq } from 'drizzle-orm';

type Given = { readonly word: string; readonly pictures: readonly string[] };
type PdfFile = { readonly filename: string; readonly content: Uint8Array; readonly type: string };

const asFile = (filename: string, content: Buffer): PdfFile => ({
  filename,
  content: new Uint8Array(content),
  type: 'application/pdf',
});

/** The answer that was sent since the matter was opened; else the one that would be sent now. */
export async function disputeAnswer(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  id: string,
  given: Given,
): Promise<PdfFile | null> {
  const subject = await disputeSubject(db, id);
  if (!subject) return null;
  const [sent] = await db
    .select()
    .from(disputeAnswers)
    .where(and(eq(disputeAnswers.dispute, id), eq(disputeAnswers.kind, 'shows')))
    .orderBy(desc(disputeAnswers.madeAt))
    .limit(1);
  const name = `dispute ${subject.kind === 'booking' ? subject.loaded.booking.number : subject.request.number}.pdf`;
  if (sent?.content && sent.madeAt >= subject.dispute.openedAt) return asFile(name, sent.content);
  return asFile(name, (await answerDocument(db, subject, { ...given, now: clock.now() })).content);
}

/** What is kept of a booking, of its newest payment and of no dispute. */
export async function bookingEvidence(
  { db, clock }: Pick<Deps, 'db' | 'clock'>,
  number: string,
): Promise<PdfFile | null> {
  const [row] = await db.select({ id: bookings.id }).from(bookings).where(eq(bookings.number, number));
  const loaded = row ? await readBooking(db, row.id) : null;
  if (!loaded) return null;
  const now = clock.now();
  const { receipts, after } = ledgerOf(loaded.facts);
  const claimed = after.claims.some(({ withdrawn }) => !withdrawn);
  const subject: DisputeSubject = {
    kind: 'booking',
    loaded,
    bookingIds: [loaded.booking.id],
    accountId: '',
    payment: null,
    dispute: {
      id: '',
      receiptId: receipts.at(-1)?.id ?? '',
      amount: receipts.at(-1)?.amount ?? zero,
      claims: zero,
      fee: zero,
      feeTax: zero,
      tip: zero,
      charge: zero,
      // A claim rests on what was agreed, and how it was; else that the service was given.
      family: claimed ? 'notAsDescribed' : 'notProvided',
      code: '',
      openedAt: now,
      answerBy: now,
      state: 'open',
      answeredAt: null,
      decidedAt: null,
      taken: false,
    },
  };
  const { content } = await answerDocument(db, subject, { word: '', pictures: [], now });
  return asFile(`evidence ${number}.pdf`, content);
}
