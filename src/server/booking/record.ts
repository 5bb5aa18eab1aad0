import { mayHaveDone, type Recorded } from '#core/actor/actor';
import { actorNow } from '#server/actor/actorNow';
import type { Fact } from '#core/booking/facts';
import { factsThatCount } from '#core/booking/factsThatCount';
import { type Ledger, ledgerOf, withFact } from '#core/booking/ledger';
import { standing, type Standing } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';
import type { JournalEntry } from '#core/journal/entry';
import { entryForFact } from '#core/journal/entryForFact';
import { cashStep } from '#core/books/law';
import { isPosted, posted } from '#core/journal/posted';
import { happenings } from '#core/telling/happenings';
import { happeningWords } from '#core/wording/happeningWords';
import { tellPeople } from '#server/telling/tellPeople';
import { bookingFactsRead } from '#core/kept/readFact';
import { asksForDocuments } from '#core/documents/wantedDocuments';
import { addErrand } from '#server/errands/rewriteErrands';
import { writeAgreed, writeDeal } from '#server/booking/dealOf';
import { agreedOf, type BookingRow, type LoadedBooking } from '#server/booking/lockBooking';
import { writeDerived } from '#server/booking/writeDerived';
import { keepAllWords } from '#server/database/keptWords';
import type { Tx } from '#server/database/database';
import { facts as factTable } from '#server/database/schema/bookings';
import { ownerRow } from '#server/database/ownerRow';
import { taxLines } from '#server/offer/taxLines';
import { appendEntries, isOfProcessor, type NewEntry } from '#server/journal/appendEntry';
import { processorOfFact } from '#server/journal/processorOf';

/**
 * Appends facts to a locked booking with their journal entries, and writes everything that follows from them: summary,
 * due parts, cover, agenda. The only way in which a booking changes.
 */
export async function recordFacts(
  tx: Tx,
  { booking, client, facts }: LoadedBooking,
  added: readonly Fact[],
  now: Instant,
): Promise<{ readonly facts: readonly Recorded<Fact>[]; readonly standing: Standing }> {
  const before = () => (facts.length > 0 ? standing(agreedOf(booking), facts, now) : null);
  let ledger = ledgerOf(facts);
  let current = booking;
  const actor = actorNow();
  const inOrder = keptInOrder(facts, added).map((fact): Recorded<Fact> => {
    if (!mayHaveDone(actor, fact)) throw new Error(`a program cannot have done this: ${fact.kind}`);
    return { ...fact, actor };
  });
  const all: Recorded<Fact>[] = [...facts];
  const { post, invoices } = await posting(tx, inOrder);
  const made: Made[] = [];
  for (const said of inOrder) {
    if (said.kind === 'changed') current = await writeDeal(tx, booking.id, said.after);
    if (said.kind === 'confirmed') current = await writeAgreed(tx, booking.id, said.agreed);
    const fact: Recorded<Fact> = { ...post(said, { booking: current, facts: all }, ledger), actor };
    all.push(fact);
    made.push({ fact, entry: entryForFact(fact, ledger) });
    ledger = withFact(ledger, fact);
  }
  await append(tx, booking, made);
  const reached = standing(agreedOf(current), all, now);
  if (facts.length === 0 || factsThatCount(inOrder) > 0 || inOrder.length === 0)
    await writeDerived(tx, { booking: current, client, facts: all }, reached);
  if (invoices)
    await addErrand(tx, booking.id, { key: `document:${all.length}`, kind: 'document', at: inOrder.at(-1)!.at });
  const { number, title } = current;
  for (const [index, happening] of happenings(before, inOrder, reached).entries())
    await tellPeople(tx, happening.telling, {
      ...happeningWords(happening, { number, title, client: client.name, standing: reached }),
      cause: `${number}:${facts.length}:${index}`,
      path: `/bookings/${number}`,
      now,
    });
  return { facts: all, standing: reached };
}

type Made = { readonly fact: Recorded<Fact>; readonly entry: JournalEntry | null };

/** Facts, what was said with them, and their entries: each kind in one statement, in the order of the facts. */
async function append(tx: Tx, { id: bookingId, currency }: BookingRow, made: readonly Made[]): Promise<void> {
  if (made.length === 0) return;
  const written = made.map(({ fact }) => bookingFactsRead.written(fact));
  const wordsIds = await keepAllWords(
    tx,
    written.map(({ said }) => said),
  );
  const rows = await tx
    .insert(factTable)
    .values(written.map(({ fact }, index) => ({ bookingId, fact, wordsId: wordsIds[index]!, at: fact.at })))
    .returning({ seq: factTable.seq });
  const entries: NewEntry[] = [];
  for (const [index, { fact, entry }] of made.entries()) {
    if (!entry) continue;
    const processor = entry.lines.some(isOfProcessor) ? await processorOfFact(tx, fact) : '';
    entries.push({ entry, at: fact.at, currency, bookingId, factSeq: rows[index]!.seq, processor });
  }
  await appendEntries(tx, entries);
}

type Post = (fact: Fact, of: Pick<LoadedBooking, 'booking' | 'facts'>, before: Ledger) => Fact;

/** How these facts say where they stand in the books; the settings are read only where one of them does. */
export async function posting(
  tx: Tx,
  added: readonly Fact[],
): Promise<{ readonly post: Post; readonly invoices: boolean }> {
  // Most of what is recorded moves nothing: no setting is read for it.
  if (
    !added.some((fact) => isPosted(fact) || fact.kind === 'sent' || fact.kind === 'lapsed' || fact.kind === 'revived')
  )
    return { post: (fact) => fact, invoices: false };
  const { books, documents, country } = await ownerRow(tx);
  const invoices = added.some((fact) => asksForDocuments(fact, documents));
  if (!added.some(isPosted)) return { post: (fact) => fact, invoices };
  const rates = Object.fromEntries((await taxLines(tx)).map(({ code, rate }) => [code, rate]));
  const post: Post = (fact, { booking, facts }, before) =>
    posted(
      fact,
      {
        agreed: agreedOf(booking),
        price: booking.price,
        facts,
        books,
        rates,
        cashStep: cashStep(country, booking.currency),
      },
      before,
    );
  return { post, invoices };
}

/** Facts stand in the order in which they were recorded, also by their moments: a clock that was put back changes none. */
function keptInOrder(before: readonly Fact[], added: readonly Fact[]): Fact[] {
  let newest = before.at(-1)?.at;
  return added.map((fact) => {
    const at = newest !== undefined && newest > fact.at ? newest : fact.at;
    newest = at;
    return at === fact.at ? fact : { ...fact, at };
  });
}
