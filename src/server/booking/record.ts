import { mayHaveDone, type Recorded } from '#core/actor/actor';
import { actorNow } from '#server/actor/actorNow';
import { wantedErrands } from '#core/agenda/wantedErrands';
import type { Fact } from '#core/booking/facts';
import { type Ledger, ledgerOf, withFact } from '#core/booking/ledger';
import { standing, type Standing } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';
import { entryForFact } from '#core/journal/entryForFact';
import { cashStep } from '#core/books/law';
import { isPosted, posted } from '#core/journal/posted';
import { happenings } from '#core/telling/happenings';
import { happeningWords } from '#core/wording/happeningWords';
import { tellPeople } from '#server/telling/tellPeople';
import { bookingFactsRead } from '#core/kept/readFact';
import { asksForDocuments } from '#core/documents/wantedDocuments';
import { addErrand, rewriteErrands } from '#server/errands/rewriteErrands';
import { writeAgreed, writeDeal } from '#server/booking/dealOf';
import { agreedOf, type LoadedBooking } from '#server/booking/lockBooking';
import { freePlaces } from '#server/booking/takePlaces';
import {
  coverOf,
  type CoverRow,
  duePartsOf,
  type DuePartRow,
  summaryOf,
  type SummaryRow,
} from '#server/booking/summaryOf';
import { keepWords } from '#server/database/keptWords';
import type { Tx } from '#server/database/database';
import { covers, dueParts, facts as factTable, summaries } from '#server/database/schema/bookings';
import { ownerRow } from '#server/database/ownerRow';
import { taxLines } from '#server/offer/taxLines';
import { appendEntry, isOfProcessor } from '#server/journal/appendEntry';
import { processorOfFact } from '#server/journal/processorOf';
import { and, eq, notInArray, type SQL, sql } from 'drizzle-orm';

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
  for (const said of inOrder) {
    if (said.kind === 'changed') current = await writeDeal(tx, booking.id, said.after);
    if (said.kind === 'confirmed') current = await writeAgreed(tx, booking.id, said.agreed);
    const fact: Recorded<Fact> = { ...post(said, { booking: current, facts: all }, ledger), actor };
    all.push(fact);
    const { fact: bare, said: words } = bookingFactsRead.written(fact);
    const [row] = await tx
      .insert(factTable)
      .values({ bookingId: booking.id, fact: bare, wordsId: await keepWords(tx, words), at: fact.at })
      .returning({ seq: factTable.seq });
    const entry = entryForFact(fact, ledger);
    if (entry) {
      const { currency, id: bookingId } = booking;
      const processor = entry.lines.some(isOfProcessor) ? await processorOfFact(tx, fact) : '';
      await appendEntry(tx, entry, { at: fact.at, currency, bookingId, factSeq: row!.seq, processor });
    }
    ledger = withFact(ledger, fact);
  }
  const reached = standing(agreedOf(current), all, now);
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

/** The rows that a booking is found by, in one statement: what is not there any more goes, the rest is as it is now. */
async function writeRows(
  tx: Tx,
  { summary, due, cover }: { summary: SummaryRow; due: readonly DuePartRow[]; cover: CoverRow | null },
): Promise<void> {
  const { bookingId } = summary;
  const kept = due.map(({ part }) => part);
  const gone = and(eq(dueParts.bookingId, bookingId), kept.length > 0 ? notInArray(dueParts.part, kept) : undefined);
  // As parts of one statement, so without the parentheses that a query within another gets.
  const steps: SQL[] = [
    tx.insert(summaries).values(summary).onConflictDoUpdate({ target: summaries.bookingId, set: summary }).getSQL(),
    tx.delete(dueParts).where(gone).getSQL(),
    cover
      ? tx.insert(covers).values(cover).onConflictDoUpdate({ target: covers.bookingId, set: cover }).getSQL()
      : tx.delete(covers).where(eq(covers.bookingId, bookingId)).getSQL(),
  ];
  if (due.length > 0)
    steps.push(
      tx
        .insert(dueParts)
        .values([...due])
        .onConflictDoUpdate({
          target: [dueParts.bookingId, dueParts.part],
          set: {
            name: sql`excluded.name`,
            dueAt: sql`excluded.due_at`,
            left: sql`excluded."left"`,
            state: sql`excluded.state`,
            currency: sql`excluded.currency`,
          },
        })
        .getSQL(),
    );
  const named = steps.map((step, index) => sql`${sql.identifier(`step${index}`)} as (${step})`);
  await tx.execute(sql`with ${sql.join(named, sql`, `)} select 1`);
}

async function writeDerived(tx: Tx, { booking, client, facts }: LoadedBooking, current: Standing): Promise<void> {
  await writeRows(tx, {
    summary: summaryOf(booking, client, current),
    due: duePartsOf(booking, current),
    cover: coverOf(booking, current),
  });

  // A place that is given back is free in the same transaction.
  if (current.stage === 'lapsed' || current.stage === 'cancelled') await freePlaces(tx, booking.id);
  await rewriteErrands(tx, { bookingId: booking.id }, wantedErrands(current, facts));
}
