import { byItself } from '#server/actor/actorNow';
import { runDueJobsOf, runJobs, inTransactions, packed } from '#server/jobs/run/runJobs';
import { claimNext, type Concerning } from '#server/jobs/run/claimDue';
import type { Claimed } from '#server/jobs/run/wantedNow';
import { isOfMoney } from '#server/failures/failures';
import { saidBy, tellOwner } from '#server/failures/troubles';
import { jobsWritten } from '#server/jobs/plan/planJobs';
import { jobs } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { eq, sql } from 'drizzle-orm';

/** Pauses between tries, in seconds of real time; after the last the errand is shown on Today. */
const pauses = [1, 5, 30, 120, 600, 3600] as const;

async function fail(deps: Deps, { id, tries, kind, booking_id: booking }: Claimed, error: unknown): Promise<void> {
  const pause = pauses[tries - 1];
  deps.report(`errand ${id} failed, try ${tries}`, error, { errand: id, booking });
  await deps.db.transaction(async (tx) => {
    await tx
      .update(jobs)
      .set({
        state: pause === undefined ? 'failed' : 'waiting',
        error: saidBy(error),
        triedAt: sql`now()`,
        pause: pause ?? 0,
      })
      .where(eq(jobs.id, id));
    if (pause === undefined && isOfMoney(kind)) await tellOwner(tx, deps);
  });
  deps.outbox.wake();
}

/** Carries out everything that is due, in its order: the agenda's own. @returns how many errands were taken */
export const runDue = (deps: Deps): Promise<number> => byItself(() => runClaims(deps, 'all', Infinity));

/** So many errands at most are carried out within somebody's request; the agenda takes the rest a moment later. */
const mostInARequest = 20;

/**
 * Carries out what is due of that which a request was about, so that its answer is true; whatever else is due waits for
 * the agenda and holds nobody up.
 */
export const runDueOf = (deps: Deps, of: Exclude<Concerning, 'all'>): Promise<number> =>
  byItself(() => runClaims(deps, of, mostInARequest));

/**
 * The same after something was decided on a booking, with what that has planned: in the transaction that carries it out,
 * without a claim of its own. Where that fails nothing was taken, and it is claimed as ever.
 * @param since how often agendas had been written when it was begun (`agendaWritten`)
 */
export const runPlanned = (deps: Deps, bookingId: string, since: number): Promise<number> =>
  jobsWritten() === since
    ? runDueOf(deps, { bookings: [bookingId] })
    : byItself(() => runHeld(deps, bookingId, mostInARequest));

/** Some of what is due, after an event of a processor: the agenda takes the rest. */
export const runSomeDue = (deps: Deps): Promise<number> => byItself(() => runClaims(deps, 'all', mostInARequest));

/** So many are claimed at once: few enough that another process need not wait long for those of one that died. */
const batch = 16;

async function runClaims(deps: Deps, of: Concerning, most: number): Promise<number> {
  let taken = 0;
  while (taken < most) {
    const wanted = Math.min(batch, most - taken);
    const before = jobsWritten();
    const claimed = await claimNext(deps, of, wanted);
    if (claimed.length === 0) break;
    taken += claimed.length;
    await carryOutAll(deps, claimed);
    // All that was due, and nothing was planned meanwhile: nothing is due now.
    if (claimed.length < wanted && jobsWritten() === before) break;
  }
  return taken;
}

async function runHeld(deps: Deps, bookingId: string, most: number): Promise<number> {
  let taken = 0;
  while (taken < most) {
    const before = jobsWritten();
    try {
      const { carried, left } = await runDueJobsOf(deps, bookingId, Math.min(batch, most - taken));
      taken += carried;
      // Nothing was due, whatever others have planned meanwhile for theirs.
      if (carried === 0 || (!left && jobsWritten() === before)) break;
    } catch (error) {
      deps.report('what was planned together failed and is tried one by one', error, { booking: bookingId });
      return taken + (await runClaims(deps, { bookings: [bookingId] }, most - taken));
    }
  }
  return taken;
}

type Subject = string | null;
const subjectOf = (each: Claimed): Subject => each.booking_id ?? each.quote_id ?? each.voucher_id ?? each.request_id;

function grouped<T>(claimed: readonly Claimed[], by: (each: Claimed) => T): Claimed[][] {
  const groups = new Map<T, Claimed[]>();
  for (const each of claimed) {
    const key = by(each);
    const group = groups.get(key);
    if (group) group.push(each);
    else groups.set(key, [each]);
  }
  return [...groups.values()];
}

/** Those of one booking in their order, those of different ones side by side; on one connection moment by moment. */
async function carryOutAll(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  if (deps.together === 1) {
    for (const moment of grouped(claimed, ({ at }) => at))
      for (const group of packed(grouped(moment, subjectOf))) await oneAfterAnother(deps, group);
    return;
  }
  const groups = packed(grouped(claimed, subjectOf));
  const worker = async (): Promise<void> => {
    for (let group = groups.shift(); group; group = groups.shift()) await oneAfterAnother(deps, group);
  };
  await Promise.all(Array.from({ length: deps.together }, worker));
}

async function oneAfterAnother(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  for (const together of inTransactions(claimed)) {
    if (together.length === 1 || !(await succeeds(deps, together)))
      for (const each of together)
        try {
          await runJobs(deps, [each]);
        } catch (error) {
          await fail(deps, each, error);
        }
  }
}

/** Where one of several fails none of them is carried out; each is then tried by itself, and says what it fails of. */
async function succeeds(deps: Deps, claimed: readonly Claimed[]): Promise<boolean> {
  try {
    await runJobs(deps, claimed);
    return true;
  } catch (error) {
    deps.report(`${claimed.length} errands together failed and are tried one by one`, error);
    return false;
  }
}
