import type { Instant } from '#core/calendar/instant';
import { readied } from '#server/database/readied';
import { type Afterwards } from '#server/agenda/errandKinds';
import { type Claimed, type Wanted, wantedElsewhere, wantedOfBooking } from '#server/agenda/wantedNow';
import { lockBooking, lockBookings } from '#server/booking/lockBooking';
import type { Tx } from '#server/database/database';
import { errands } from '#server/database/schema/work';
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

/** Checks again that the errands are wanted, commits what they set off in one transaction, and carries that out after it. */
export async function carryOutErrands(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  const { carried, afterwards } = await deps.db.transaction((tx) => commitAll(tx, deps, claimed));
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

const markDone = readied<{ ids: readonly string[]; now: Instant }, unknown>((db) =>
  db
    .update(errands)
    .set({ state: 'done', doneAt: sql`${sql.placeholder('now')}`, triedAt: null, error: null })
    .where(sql`${errands.id} = any(${sql.placeholder('ids')})`),
);

async function commitAll(tx: Tx, deps: Deps, claimed: readonly Claimed[]) {
  const now = deps.clock.now();
  const bookingIds = new Set(claimed.flatMap(({ booking_id }) => booking_id ?? []));
  const known = new Map((await lockBookings(tx, [...bookingIds])).map((loaded) => [loaded.booking.id, loaded]));
  const carried: Claimed[] = [];
  const dropped: Claimed[] = [];
  const afterwards: Afterwards[] = [];
  const ids = (list: readonly Claimed[]): string[] => list.map(({ id }) => id);
  const allCarried = () => markDone(tx, { ids: ids(carried), now });
  const last = claimed.at(-1);
  for (const each of claimed) {
    const { booking_id: id } = each;
    if (id !== null && !known.has(id)) known.set(id, (await lockBooking(tx, id))!);
    const wanted: Wanted =
      id === null ? await wantedElsewhere(tx, deps, each, now) : wantedOfBooking(tx, deps, each, known.get(id)!, now);
    if (!wanted) dropped.push(each);
    else if (wanted.at > now)
      await tx.update(errands).set({ state: 'waiting', at: wanted.at, triedAt: null }).where(eq(errands.id, each.id));
    else {
      carried.push(each);
      // All are said to be done while the last of them is: where it fails nothing of this stays.
      const [after] = await Promise.all([wanted.run(), each === last ? allCarried() : null]);
      afterwards.push(after);
      if (id !== null && records.has(each.kind)) known.delete(id);
    }
  }
  if (carried.length > 0 && carried.at(-1) !== last) await allCarried();
  if (dropped.length > 0)
    await tx
      .update(errands)
      .set({ state: 'dropped', triedAt: null })
      .where(inArray(errands.id, ids(dropped)));
  return { carried, afterwards };
}
