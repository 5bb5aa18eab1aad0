import type { DisputeRow, DisputeView } from '#contracts/claims/afterViews';
import type { Dispute } from '#core/disputes/disputes';
import { ledgerOf } from '#core/bookings/ledger';
import { sum } from '#core/money/minor';
import { disputeSubject } from '#server/disputes/disputeSubject';
import { evidenceFor } from '#server/disputes/evidence';
import { readBooking } from '#server/bookings/lockBooking';
import { rowsOf, type Database } from '#server/database/database';
import { clients } from '#server/database/schema/clients';
import { disputeAnswers } from '#server/database/schema/disputes';
import type { Deps } from '#server/deps';
import { desc, eq, sql } from 'drizzle-orm';

/** The newest so many are listed. */
const mostListed = 200;

const rowOf = (
  dispute: Dispute,
  about: Pick<DisputeRow, 'number' | 'href' | 'client' | 'title' | 'currency'>,
): DisputeRow => {
  const { id, family, code, state, openedAt, answerBy, decidedAt, amount, fee, tip } = dispute;
  return { id, ...about, amount: sum([amount, fee, tip]), family, code, state, openedAt, answerBy, decidedAt };
};

async function ofRequest(db: Database, id: string): Promise<DisputeRow | null> {
  const subject = await disputeSubject(db, id);
  if (subject?.kind !== 'request') return null;
  const { number, note: title, currency, clientId } = subject.request;
  const [client] = clientId ? await db.select().from(clients).where(eq(clients.id, clientId)) : [];
  return rowOf(subject.dispute, { number, href: '/credit', client: client?.name ?? '', title, currency });
}

/** Disputes, the newest first; those that want an answer before all others. */
export async function listDisputes(db: Database): Promise<DisputeRow[]> {
  const found = await rowsOf<{ id: string; booking: string | null; at: string }>(
    db,
    sql`select fact->>'disputeId' as id, min(booking_id) as booking, max(at) as at from facts
          where fact->>'kind' in ('disputeAsked', 'disputeOpened') group by 1
        union all
        select fact->>'dispute' as id, null as booking, max(at) as at from request_facts
          where fact->>'dispute' is not null group by 1
        order by at desc limit ${mostListed}`,
  );
  const rows: DisputeRow[] = [];
  for (const { id, booking } of found) {
    if (booking === null) {
      const row = await ofRequest(db, id);
      if (row) rows.push(row);
      continue;
    }
    const loaded = (await readBooking(db, booking))!;
    const { number, title, currency } = loaded.booking;
    const dispute = ledgerOf(loaded.facts).after.disputes.find((each) => each.id === id);
    if (dispute)
      rows.push(rowOf(dispute, { number, href: `/bookings/${number}`, client: loaded.client.name, title, currency }));
  }
  const waits = ({ state }: DisputeRow): boolean => state === 'asked' || state === 'open';
  return rows.toSorted((a, b) => Number(waits(b)) - Number(waits(a)) || (waits(a) && a.answerBy < b.answerBy ? -1 : 0));
}

/** One dispute with what speaks for the business. */
export async function disputeView({ db, clock }: Pick<Deps, 'db' | 'clock'>, id: string): Promise<DisputeView | null> {
  const subject = await disputeSubject(db, id);
  if (!subject) return null;
  const now = clock.now();
  const { dispute } = subject;
  const row =
    subject.kind === 'booking'
      ? rowOf(dispute, {
          number: subject.loaded.booking.number,
          href: `/bookings/${subject.loaded.booking.number}`,
          client: subject.loaded.client.name,
          title: subject.loaded.booking.title,
          currency: subject.loaded.booking.currency,
        })
      : (await ofRequest(db, id))!;
  const answers = await db
    .select({
      word: disputeAnswers.word,
      pages: disputeAnswers.pages,
      bytes: sql<number>`coalesce(octet_length(${disputeAnswers.content}), 0)`.mapWith(Number),
      madeAt: disputeAnswers.madeAt,
      kind: disputeAnswers.kind,
    })
    .from(disputeAnswers)
    .where(eq(disputeAnswers.dispute, id))
    .orderBy(desc(disputeAnswers.madeAt));
  const sent = answers.find(({ kind, madeAt }) => kind === 'shows' && madeAt >= dispute.openedAt);
  const waits = dispute.state === 'asked' || dispute.state === 'open';
  return {
    ...row,
    charge: dispute.charge,
    pieces: await evidenceFor(db, subject, now),
    answered: sent
      ? { at: dispute.answeredAt ?? sent.madeAt, word: sent.word, pages: sent.pages, bytes: sent.bytes }
      : null,
    mayAnswer: waits && now < dispute.answerBy,
  };
}
