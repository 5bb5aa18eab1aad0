import { type Actor, mayHaveDone, type Recorded } from '#core/people/actor';
import { actorNow } from '#server/actor/actorNow';
import type { Fact } from '#core/bookings/facts';
import { factsThatCount } from '#core/bookings/factsThatCount';
import { type Ledger, ledgerOf, withFact } from '#core/bookings/ledger';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { entryForFact } from '#core/books/journal/entryForFact';
import { cashStep } from '#core/books/law';
import { isPosted, posted } from '#core/books/journal/posted';
import { happenings } from '#core/messages/happenings';
import { happeningWords } from '#core/wording/happeningWords';
import { notifyPeople } from '#server/mail/notify/notifyPeople';
import { asksForDocuments } from '#core/invoices/wantedDocuments';
import { jobOf } from '#server/jobs/plan/planJobs';
import { dealtAs, writeBookings } from '#server/bookings/dealOf';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import { type Made, writeRecorded } from '#server/bookings/writeRecorded';
import { asOfNow } from '#server/bookings/seenUntil';
import type { Tx } from '#server/database/database';
import { ownerRow, type OwnerRow } from '#server/database/ownerRow';
import { whileOpen } from '#server/journal/booksLock';
import { taxLines } from '#server/catalogue/taxLines';
import type { SQL } from 'drizzle-orm';

/** What a locked booking comes to by facts that are added. */
export type Recording = {
  readonly loaded: LoadedBooking;
  readonly added: readonly Fact[];
  /** Whose account a payment among them went through, where that is known already. */
  readonly processor?: string;
  /** What is written in the same statement. */
  readonly steps?: readonly SQL[];
};
export type RecordedOn = { readonly facts: readonly Recorded<Fact>[]; readonly bookingState: BookingState };

/**
 * Appends facts to a locked booking with their journal entries, and writes everything that follows from them: summary,
 * due parts, cover, agenda. The only way in which a booking changes; that a letter went, which changes nothing, has its own.
 */
export const recordFacts = async (
  tx: Tx,
  loaded: LoadedBooking,
  added: readonly Fact[],
  now: Instant,
  about: Pick<Recording, 'processor' | 'steps'> = {},
): Promise<RecordedOn> => (await recordAll(tx, [{ loaded, added, ...about }], now))[0]!;

/** The same for several bookings, each kind of row in one statement. @returns in their order */
export async function recordAll(tx: Tx, recordings: readonly Recording[], now: Instant): Promise<RecordedOn[]> {
  const actor = actorNow();
  const facts = recordings.flatMap(({ added }) => added);
  const open = facts.some(isPosted);
  // Before the business is read for them: what is booked goes by the books as they are from here on.
  const held = open ? whileOpen(tx) : null;
  const [{ post, asks }] = await Promise.all([posting(tx, facts), held]);
  const all = recordings.map((recording) => ({
    processor: recording.processor,
    ...computed(recording, post, actor, now),
  }));
  await writeBookings(
    tx,
    all.flatMap(({ changed, after }) => (changed ? [after.booking] : [])),
  );
  await writeRecorded(tx, {
    open,
    made: all.flatMap(({ after, made, processor }) =>
      made.map((each) => ({ ...each, booking: after.booking, ...(processor === undefined ? {} : { processor }) })),
    ),
    derived: all
      .filter(({ moves }) => moves)
      .map(({ before, after, reached }) => ({
        loaded: before.agenda ? { ...after, agenda: before.agenda } : after,
        current: reached(),
      })),
    steps: recordings.flatMap(({ steps = [] }) => steps),
    besides: all.flatMap(({ after, inOrder }) => {
      const key = `document:${after.facts.length}`;
      return inOrder.some(asks) ? jobOf(after.booking.id, { key, kind: 'document', at: inOrder.at(-1)!.at }) : [];
    }),
  });
  for (const each of all) await tellOf(tx, each, now);
  return all.map(({ after, reached }) => ({ facts: after.facts, bookingState: reached() }));
}

export type Reckoned = {
  readonly before: LoadedBooking;
  readonly after: LoadedBooking;
  /** What the row of the booking says is another. */
  readonly changed: boolean;
  /** Something may follow from it. */
  readonly moves: boolean;
  readonly inOrder: readonly Recorded<Fact>[];
  readonly made: readonly Omit<Made, 'booking'>[];
  /** Computed where somebody asks for it. */
  readonly reached: () => BookingState;
};

/** What is to be written of a booking, before anything is. */
export function computed({ loaded: before, added }: Recording, post: Post, actor: Actor, now: Instant): Reckoned {
  const { client, facts } = before;
  let ledger = ledgerOf(facts);
  let booking = before.booking;
  const inOrder = keptInOrder(facts, added).map((fact): Recorded<Fact> => {
    if (!mayHaveDone(actor, fact)) throw new Error(`a program cannot have done this: ${fact.kind}`);
    return { ...fact, actor };
  });
  const all: Recorded<Fact>[] = [...facts];
  const made: Omit<Made, 'booking'>[] = [];
  for (const said of inOrder) {
    if (said.kind === 'changed') booking = dealtAs(booking, said.after);
    if (said.kind === 'confirmed') booking = { ...booking, agreed: said.agreed };
    const fact: Recorded<Fact> = { ...post(said, { booking, facts: all }, ledger), actor };
    all.push(fact);
    made.push({ fact, entry: entryForFact(fact, ledger) });
    ledger = withFact(ledger, fact);
  }
  let known: BookingState | null = null;
  return {
    before,
    after: { booking, client, facts: all },
    changed: booking !== before.booking,
    moves: facts.length === 0 || inOrder.length === 0 || factsThatCount(inOrder) > 0,
    inOrder,
    made,
    reached: () => (known ??= bookingState(agreedOf(booking), all, asOfNow(now, before))),
  };
}

/** The people of the business who want to know. */
async function tellOf(tx: Tx, { before, after, inOrder, reached }: Reckoned, now: Instant): Promise<void> {
  const { booking, client } = after;
  const { number, title } = booking;
  const stood = () => (before.facts.length > 0 ? bookingState(agreedOf(before.booking), before.facts, now) : null);
  for (const [index, happening] of happenings(stood, inOrder, reached).entries())
    await notifyPeople(tx, happening.telling, {
      ...happeningWords(happening, { number, title, client: client.name, bookingState: reached() }),
      cause: `${number}:${before.facts.length}:${index}`,
      path: `/bookings/${number}`,
      now,
    });
}

export type Post = (fact: Fact, of: Pick<LoadedBooking, 'booking' | 'facts'>, before: Ledger) => Fact;

/** How facts say where they stand in the books, and which of them ask for documents. */
export type Posting = { readonly post: Post; readonly asks: (fact: Fact) => boolean };

/** By the settings of the business and the rates of its taxes. */
export function postingOf(
  { books, documents, country }: Pick<OwnerRow, 'books' | 'documents' | 'country'>,
  taxes: readonly { readonly code: string; readonly rate: Decimal }[],
): Posting {
  const rates = Object.fromEntries(taxes.map(({ code, rate }) => [code, rate]));
  return {
    asks: (fact) => asksForDocuments(fact, documents),
    post: (fact, { booking, facts }, before) =>
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
      ),
  };
}

/** The same for these facts; the settings are read only where one of them asks for them. */
export async function posting(tx: Tx, added: readonly Fact[]): Promise<Posting> {
  // Most of what is recorded moves nothing: no setting is read for it.
  if (
    !added.some((fact) => isPosted(fact) || fact.kind === 'sent' || fact.kind === 'lapsed' || fact.kind === 'revived')
  )
    return { post: (fact) => fact, asks: () => false };
  return postingOf(await ownerRow(tx), added.some(isPosted) ? await taxLines(tx) : []);
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
