import { type Afterwards } from '#server/agenda/errandKinds';
import { type Claimed, type Wanted, wantedElsewhere, wantedOfBooking } from '#server/agenda/wantedNow';
import { type LoadedBooking, lockBooking } from '#server/booking/lockBooking';
import type { Tx } from '#server/database/database';
import { errands } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { eq, inArray } from 'drizzle-orm';

/** What asks a processor, or gives a place back: what follows is looked at once that has its answer. */
const asksOutside: ReadonlySet<string> = new Set(['charge', 'placeHold', 'renewHold', 'releaseHold', 'lapse']);
/** What records facts by itself: whoever comes after it in one transaction reads them anew. */
const records: ReadonlySet<string> = new Set(['deliver', 'lapse']);

/** Errands of one subject, in their order, in as few transactions as may be: each ends with one that asks outside. */
export function inTransactions(claimed: readonly Claimed[]): Claimed[][] {
  const all: Claimed[][] = [];
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
  for (const { id, kind } of carried) deps.note('errand carried out', { errand: id, kind });
  try {
    for (const work of afterwards) await work?.();
  } catch (error) {
    // The intent or message is committed: it is asked about again by itself, and the errand must not make a second.
    const ids = carried.map(({ id }) => id).join(', ');
    deps.report(`errand ${ids} is committed and will be carried out again`, error);
  }
}

async function commitAll(tx: Tx, deps: Deps, claimed: readonly Claimed[]) {
  const now = deps.clock.now();
  const bookingId = claimed[0]!.booking_id;
  let loaded: LoadedBooking | null = bookingId === null ? null : await lockBooking(tx, bookingId);
  const carried: Claimed[] = [];
  const dropped: Claimed[] = [];
  const afterwards: Afterwards[] = [];
  for (const each of claimed) {
    loaded ??= bookingId === null ? null : await lockBooking(tx, bookingId);
    const wanted: Wanted = loaded
      ? wantedOfBooking(tx, deps, each, loaded, now)
      : await wantedElsewhere(tx, deps, each, now);
    if (!wanted) dropped.push(each);
    else if (wanted.at > now)
      await tx.update(errands).set({ state: 'waiting', at: wanted.at, triedAt: null }).where(eq(errands.id, each.id));
    else {
      afterwards.push(await wanted.run());
      carried.push(each);
      if (records.has(each.kind)) loaded = null;
    }
  }
  const ids = (list: readonly Claimed[]) =>
    inArray(
      errands.id,
      list.map(({ id }) => id),
    );
  const done = { state: 'done', doneAt: now, triedAt: null, error: null } as const;
  if (carried.length > 0) await tx.update(errands).set(done).where(ids(carried));
  if (dropped.length > 0) await tx.update(errands).set({ state: 'dropped', triedAt: null }).where(ids(dropped));
  return { carried, afterwards };
}
