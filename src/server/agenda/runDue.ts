import { standing } from '#core/booking/standing';
import { type WantedErrand, wantedErrands } from '#core/agenda/wantedErrands';
import type { Instant } from '#core/calendar/instant';
import { errandKinds } from '#server/agenda/errandKinds';
import { agreedOf, lockBooking } from '#server/booking/lockBooking';
import { rowsOf } from '#server/database/open';
import { errands } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { eq, inArray, min, sql } from 'drizzle-orm';

type Claimed = { id: string; booking_id: string; key: string; kind: string; tries: number };

/** A claim is taken again after this: its process died. */
const claimSeconds = 60;
/** Pauses between tries, in seconds of real time; after the last the errand is shown on Today. */
const pauses = [1, 5, 30, 120, 600, 3600] as const;

/**
 * One statement, so that several processes on one server share the work: the earliest that is due and that nobody
 * else is claiming now.
 */
const claimNext = ({ db, clock }: Deps): Promise<Claimed[]> =>
  rowsOf<Claimed>(
    db,
    sql`update ${errands} set state = 'claimed', tries = tries + 1, not_before = now() + make_interval(secs => ${claimSeconds})
        where id = (
          select id from ${errands}
          where state in ('waiting', 'claimed') and at <= ${clock.now()} and (not_before is null or not_before <= now())
          order by at, key limit 1 for update skip locked
        ) returning id, booking_id, key, kind, tries`,
  );

/** Checks again that the errand is wanted, commits what it sets off, and carries that out after the commit. */
async function runClaimed(deps: Deps, { id, booking_id: bookingId, key, kind }: Claimed): Promise<void> {
  const afterwards = await deps.db.transaction(async (tx) => {
    const loaded = await lockBooking(tx, bookingId);
    const now = deps.clock.now();
    const current = standing(agreedOf(loaded!.booking), loaded!.facts, now);
    // A turn is wanted until its moment and never at it: it is what makes the states of that moment be written.
    const turn: WantedErrand | null = kind === 'turn' ? { key, kind, at: now } : null;
    const errand = turn ?? wantedErrands(current, loaded!.facts).find((wanted) => wanted.key === key);
    const moved = errand !== undefined && errand.at > now;
    if (!errand || moved) {
      await tx
        .update(errands)
        .set(moved ? { state: 'waiting', at: errand.at, notBefore: null } : { state: 'dropped', notBefore: null })
        .where(eq(errands.id, id));
      return null;
    }
    await tx
      .update(errands)
      .set({ state: 'done', doneAt: now, notBefore: null, error: null })
      .where(eq(errands.id, id));
    return errandKinds[errand.kind]({ tx, deps, loaded: loaded!, standing: current, now }, errand as never);
  });
  try {
    await afterwards?.();
  } catch (error) {
    // The intent or message is committed: it is asked about again by itself, and the errand must not make a second.
    deps.report(`errand ${id} is committed and will be carried out again`, error);
  }
}

async function fail(deps: Deps, { id, tries }: Claimed, error: unknown): Promise<void> {
  const pause = pauses[tries - 1];
  deps.report(`errand ${id} failed, try ${tries}`, error);
  await deps.db
    .update(errands)
    .set({
      state: pause === undefined ? 'failed' : 'waiting',
      error: error instanceof Error ? error.message : String(error),
      notBefore: pause === undefined ? null : sql`now() + make_interval(secs => ${pause})`,
    })
    .where(inArray(errands.id, [id]));
}

/** Carries out everything that is due, in its order. @returns how many errands were taken */
export async function runDue(deps: Deps, limit = Infinity): Promise<number> {
  for (let taken = 0; ; taken++) {
    if (taken >= limit) return taken;
    const [claimed] = await claimNext(deps);
    if (!claimed) return taken;
    try {
      await runClaimed(deps, claimed);
    } catch (error) {
      await fail(deps, claimed, error);
    }
  }
}

/** The moment of the next errand, however far away; null where nothing is planned. */
export async function nextErrandMoment({ db }: Deps): Promise<Instant | null> {
  const [row] = await db
    .select({ at: min(errands.at) })
    .from(errands)
    .where(eq(errands.state, 'waiting'));
  return row?.at ?? null;
}
