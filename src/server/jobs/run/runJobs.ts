import type { Instant } from '#core/calendar/instant';
import { prepared } from '#server/database/prepared';
import { type Afterwards } from '#server/jobs/run/jobKinds';
import { holdDue } from '#server/jobs/run/claimDue';
import { type Claimed, type Wanted, wantedElsewhere, wantedOfBooking } from '#server/jobs/run/wantedNow';
import { type LoadedBooking, lockBooking, lockBookings } from '#server/bookings/lockBooking';
import { asOfNow } from '#server/bookings/seenUntil';
import type { Tx } from '#server/database/database';
import { jobs } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { eq, inArray, sql } from 'drizzle-orm';

/** What asks a processor, or gives a place back: what follows is looked at once that has its answer. */
const asksOutside: ReadonlySet<string> = new Set(['charge', 'placeHold', 'renewHold', 'releaseHold', 'lapse']);
/** What records facts by itself: whoever comes after it in one transaction reads them anew. */
const records: ReadonlySet<string> = new Set(['deliver', 'lapse']);

/** So many letters of as many bookings are written in one transaction: few enough that nobody waits long for their rows. */
const lettersTogether = 4;

/** Errands by subject; letters of bookings that have nothing else to be done now are put together. */
export function packed(groups: readonly Claimed[][]): Claimed[][] {
  const isLetter = ([first, ...more]: readonly Claimed[]): boolean =>
    more.length === 0 && first!.kind === 'message' && first!.booking_id !== null;
  const letters = groups.filter(isLetter).flat();
  const all = groups.filter((group) => !isLetter(group));
  for (let from = 0; from < letters.length; from += lettersTogether)
    all.push(letters.slice(from, from + lettersTogether));
  return all;
}

/** Errands of one subject, in their order, in as few transactions as may be: each ends with one that asks outside. */
export function inTransactions<E extends Pick<Claimed, 'booking_id' | 'kind'>>(claimed: readonly E[]): E[][] {
  const all: E[][] = [];
  let open = false;
  for (const each of claimed) {
    if (open) all.at(-1)!.push(each);
    else all.push([each]);
    open = each.booking_id !== null && !asksOutside.has(each.kind);
  }
  return all;
}

type Committed = { readonly carried: readonly Claimed[]; readonly afterwards: readonly Afterwards[] };

/** Checks again that the errands are wanted, commits what they set off in one transaction, and carries that out after it. */
export async function runJobs(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  const bookingIds = new Set(claimed.flatMap(({ booking_id }) => booking_id ?? []));
  const committed = await deps.db.transaction(async (tx) =>
    commitAll(tx, deps, { claimed, tried: 'before' }, await lockBookings(tx, [...bookingIds])),
  );
  await follow(deps, committed);
}

/**
 * The same of what is due of a booking, which nobody has claimed: it is held for as long as the transaction lasts.
 * @returns how many were carried out, moved or dropped, and whether more can be due
 */
export async function runDueJobsOf(
  deps: Deps,
  bookingId: string,
  most: number,
): Promise<{ readonly carried: number; readonly left: boolean }> {
  const { due, together, ...committed } = await deps.db.transaction(async (tx) => {
    const about = { bookingId, now: deps.clock.now(), most };
    const [loaded, due] = await Promise.all([lockBookings(tx, [bookingId]), holdDue(tx, about)]);
    const [together = []] = inTransactions(due);
    const committed = await commitAll(tx, deps, { claimed: together, tried: 'now' }, loaded.map(takenFrom(together)));
    return { due: due.length, together: together.length, ...committed };
  });
  await follow(deps, committed);
  return { carried: together, left: together < due || due === most };
}

/** What records facts leaves alone what is being done, and so itself. */
const takenFrom =
  (held: readonly Claimed[]) =>
  ({ agenda = [], ...loaded }: LoadedBooking): LoadedBooking => {
    const ids = new Set(held.map(({ id }) => id));
    return { ...loaded, agenda: agenda.map((row) => (ids.has(row.id) ? { ...row, state: 'claimed' } : row)) };
  };

async function follow(deps: Deps, { carried, afterwards }: Committed): Promise<void> {
  for (const { id, kind, booking_id: booking } of carried)
    deps.note('errand carried out', { errand: id, kind, booking });
  try {
    for (const work of afterwards) await work?.();
  } catch (error) {
    // The intent or message is committed: it is asked about again by itself, and the errand must not make a second.
    const ids = carried.map(({ id }) => id).join(', ');
    deps.report(`errand ${ids} is committed and will be carried out again`, error);
  }
}

/** A claim has counted its try. */
type Tried = 'before' | 'now';
const triesOf = { before: 0, now: 1 } as const;

const markDone = prepared<{ ids: readonly string[]; now: Instant; tries: number }, unknown>((db) =>
  db
    .update(jobs)
    .set({
      state: 'done',
      doneAt: sql`${sql.placeholder('now')}`,
      triedAt: null,
      pause: 0,
      error: null,
      tries: sql`${jobs.tries} + ${sql.placeholder('tries')}`,
    })
    .where(sql`${jobs.id} = any(${sql.placeholder('ids')})`),
);

/** Those that are looked at with the same facts: up to the first that records some. */
function alike<E extends Pick<Claimed, 'kind'>>(claimed: readonly E[]): E[][] {
  const all: E[][] = [];
  let open = false;
  for (const each of claimed) {
    if (open) all.at(-1)!.push(each);
    else all.push([each]);
    open = !records.has(each.kind);
  }
  return all;
}

async function commitAll(
  tx: Tx,
  deps: Deps,
  { claimed, tried }: { readonly claimed: readonly Claimed[]; readonly tried: Tried },
  loaded: readonly LoadedBooking[],
): Promise<Committed> {
  const now = deps.clock.now();
  const known = new Map(loaded.map((each) => [each.booking.id, each]));
  const carried: Claimed[] = [];
  const dropped: string[] = [];
  const afterwards: Afterwards[] = [];
  for (const together of alike(claimed)) {
    const due: { readonly each: Claimed; readonly run: () => Promise<Afterwards> }[] = [];
    for (const each of together) {
      const { booking_id: id } = each;
      if (id !== null && !known.has(id)) known.set(id, (await lockBooking(tx, id))!);
      const wanted: Wanted =
        id === null
          ? await wantedElsewhere(tx, deps, each, now)
          : wantedOfBooking(tx, deps, each, known.get(id)!, asOfNow(now, known.get(id)!));
      if (!wanted) dropped.push(each.id);
      else if (wanted.at > now)
        await tx.update(jobs).set({ state: 'waiting', at: wanted.at, triedAt: null }).where(eq(jobs.id, each.id));
      else due.push({ each, run: wanted.run });
    }
    if (due.length === 0) continue;
    const inTurn = async (): Promise<void> => {
      for (const { run } of due) afterwards.push(await run());
    };
    // All are said to be done while the first is carried out: where one fails nothing of this stays.
    const ids = due.map(({ each }) => each.id);
    await Promise.all([markDone(tx, { ids, now, tries: triesOf[tried] }), inTurn()]);
    carried.push(...due.map(({ each }) => each));
    for (const { booking_id: id, kind } of together) if (id !== null && records.has(kind)) known.delete(id);
  }
  if (dropped.length > 0)
    await tx
      .update(jobs)
      .set({ state: 'dropped', triedAt: null, pause: 0, tries: sql`${jobs.tries} + ${triesOf[tried]}` })
      .where(inArray(jobs.id, dropped));
  return { carried, afterwards };
}
