import { accountOfLine } from '#server/journal/accountOfLine';
import { peopleIn } from '#server/actor/people';
import type { BookingView, JournalView } from '#contracts/bookings/views';
import { sameValue } from '#core/sameValue';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import type { Database } from '#server/database/database';
import type { Deps } from '#server/deps';
import { offeredFor } from '#server/paymentMethods/offered';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import { abilitiesOfAuthorisation, connectedAccounts } from '#server/paymentMethods/payAccounts';
import { bookings, facts as factTable } from '#server/database/schema/bookings';
import { services, terms, termsVersions } from '#server/database/schema/business';
import { journalEntries, journalLines } from '#server/database/schema/journal';
import type { Instant } from '#core/calendar/instant';
import { agreementOfBooking } from '#server/quotes/agreementOfBooking';
import type { WantedJob } from '#core/jobs/wantedJobs';
import { jobs, messages } from '#server/database/schema/work';
import { bookingDocuments } from '#server/queries/invoices/documents';
import { cashStep } from '#core/books/law';
import { ownerRow } from '#server/database/ownerRow';
import { prepared } from '#server/database/prepared';
import { paymentUnderWay } from '#server/processorCalls/openCall';
import { and, asc, desc, eq, notInArray, sql } from 'drizzle-orm';

const own = sql.placeholder('id');
const lettersOf = prepared((db) =>
  db
    .select({
      id: messages.id,
      madeAt: messages.madeAt,
      sentAt: messages.sentAt,
      subject: messages.subject,
      body: messages.body,
      occasion: messages.occasion,
      state: messages.state,
    })
    .from(messages)
    .where(eq(messages.bookingId, own))
    .orderBy(desc(messages.madeAt)),
);
const seqsOf = prepared((db) =>
  db.select({ seq: factTable.seq }).from(factTable).where(eq(factTable.bookingId, own)).orderBy(asc(factTable.seq)),
);
const plannedFor = prepared((db) =>
  db
    .select({ at: jobs.at, errand: jobs.errand })
    .from(jobs)
    .where(
      and(
        eq(jobs.bookingId, own),
        eq(jobs.state, 'waiting'),
        notInArray(jobs.kind, ['turn', 'deliver', 'document', 'invoiceOverdue', 'requestOverdue']),
      ),
    )
    .orderBy(asc(jobs.at)),
);
const serviceOf = prepared((db) =>
  db.select({ kind: services.kind, usualClaims: services.usualClaims }).from(services).where(eq(services.id, own)),
);
const entriesOf = prepared((db) =>
  db
    .select({ entry: journalEntries, account: accountOfLine, amount: journalLines.amount })
    .from(journalEntries)
    .innerJoin(journalLines, eq(journalLines.entrySeq, journalEntries.seq))
    .where(eq(journalEntries.bookingId, own))
    .orderBy(asc(journalEntries.seq), asc(journalLines.line)),
);

async function journalOf(db: Database, id: string): Promise<JournalView[]> {
  const rows = await entriesOf(db, { id });
  const entries = new Map<
    number,
    JournalView & { lines: { account: string; amount: JournalView['lines'][number]['amount'] }[] }
  >();
  for (const { entry, account, amount } of rows) {
    const { seq, at, description, factSeq } = entry;
    const view = entries.get(seq) ?? { seq, at, description, factSeq, lines: [] };
    view.lines.push({ account, amount });
    entries.set(seq, view);
  }
  return [...entries.values()];
}

/** Whether what is held of it now can be captured more than once. */
async function takesSeveral(db: Database, adapters: Deps['adapters'], facts: readonly Fact[]): Promise<boolean> {
  const held = ledgerOf(facts).authorisations.findLast(({ state }) => state === 'inForce');
  if (!held) return false;
  return (await abilitiesOfAuthorisation(db, { adapters }, held.id)).captures === 'several';
}

/** One booking whole: what was agreed and what happened. Its standing is computed from that where it is shown. */
export async function bookingView(
  { db, adapters }: Pick<Deps, 'db' | 'adapters'>,
  number: string,
  now: Instant,
): Promise<BookingView | null> {
  const [found] = await db.select({ id: bookings.id }).from(bookings).where(eq(bookings.number, number));
  if (!found) return null;
  const { id } = found;
  const loaded = (await readBooking(db, id))!;
  const { booking, client, facts } = loaded;
  const signed = await agreementOfBooking(db, loaded, now);
  const [named] = await db.select({ name: terms.name }).from(terms).where(eq(terms.id, booking.termsId));
  const [version] = await db
    .select({ rules: termsVersions.rules })
    .from(termsVersions)
    .where(and(eq(termsVersions.termsId, booking.termsId), eq(termsVersions.version, booking.termsVersion)));
  const sent = await lettersOf(db, { id });
  const { country } = await ownerRow(db);
  const seqs = await seqsOf(db, { id });
  const planned = await plannedFor(db, { id });
  const [service] = await serviceOf(db, { id: booking.serviceId });
  const underWay = await paymentUnderWay(db, id);
  const offered = await offeredFor(db, { adapters }, [booking], now);
  const all = await connectedAccounts(db, adapters, now);
  const usual = offered.online[0]?.id;
  // Test accounts are not offered beside live ones.
  const live = all.some((account) => account.live);
  return {
    id,
    number: booking.number,
    title: booking.title,
    client: { id: client.id, name: client.name, email: client.email, phone: client.phone },
    termsName: named?.name ?? booking.termsId,
    termsVersion: booking.termsVersion,
    ownRules: !sameValue(booking.terms, version?.rules),
    agreement: signed && { quote: signed.quote.quote.number, changeUnsigned: signed.toSign !== null },
    tax: booking.tax,
    agreed: agreedOf(booking),
    facts,
    people: await peopleIn(db, facts),
    messages: sent.map(({ id: messageId, madeAt, sentAt, subject, body, occasion, state }) => ({
      id: messageId,
      at: sentAt ?? madeAt,
      subject,
      body,
      occasion,
      state,
    })),
    agenda: planned
      .map(({ at, errand }) => ({ at, errand: errand as WantedJob }))
      .map(({ at, errand }) => ({
        at,
        kind: errand.kind,
        occasion: errand.kind === 'message' ? errand.occasion : null,
        part: 'part' in errand ? (errand.part ?? null) : null,
      })),
    journal: await journalOf(db, id),
    factSeqs: seqs.map(({ seq }) => seq),
    cashStep: cashStep(country, booking.currency),
    documents: await bookingDocuments(db, loaded, now),
    underWay: underWay ? (underWay.state as 'open' | 'waiting' | 'onTheWay') : null,
    atReader: underWay?.request.kind === 'counter' ? underWay.amount : null,
    accounts: all
      .filter((account) => account.usable && account.currency === booking.currency && account.live === live)
      .flatMap(({ id: account, name, way }) => (way === 'reader' ? [] : [{ id: account, name, way }]))
      .sort((a, b) => Number(b.id === usual) - Number(a.id === usual)),
    hasReader: offered.reader !== null,
    returns: service?.kind === 'rental' || booking.terms.claims?.late !== undefined,
    usualClaims: service?.usualClaims ?? [],
    takesSeveral: await takesSeveral(db, adapters, loaded.facts),
  };
}
