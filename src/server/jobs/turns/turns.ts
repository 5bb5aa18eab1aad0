import { byItself } from '#server/actor/actorNow';
import type { Instant } from '#core/calendar/instant';
import { runDue } from '#server/jobs/run/runDue';
import { momentsOf } from '#server/jobs/turns/moments';
import { tidy, tidyEvery } from '#server/jobs/turns/tidy';
import type { Room } from '#server/rateLimits/room';
import { isDatabaseAway } from '#server/database/away';
import type { Deps } from '#server/deps';
import { recoverCalls } from '#server/processorCalls/makeCall';
import type { Outbox } from '#server/mail/outbox/outbox';
import { expireVouchers } from '#server/credit/expireVouchers';
import { lazy } from '#server/lazy';
import { recoverRequests } from '#server/credit/requestPayments';
import { recoverAnswers } from '#server/usecases/disputes/answerDispute';
import { renewAccess } from '#server/paymentMethods/renewAccess';
import { setTimeout as pause } from 'node:timers/promises';

/** What of the world a turn moves on: the stand-ins with their clock; where the real one is connected it moves by itself. */
export type TurningWorld = {
  readonly clock: { now(): Instant; moveTo(at: Instant): Promise<void> };
  /** Takes over what another process has changed. */
  refresh(): Promise<void>;
  /** Carries out what is due in the world by itself. @returns whether anything was, else when something will be */
  advance(): Promise<{ readonly acted: boolean; readonly next: Instant | null }>;
};

export type Turns = {
  /** Carries out everything that is due now, in the application and in the world, until both are quiet. */
  settle(): Promise<void>;
  /** The same but for letters, which go out meanwhile: for somebody who waits for the answer. */
  settleSoon(): Promise<void>;
  /** Takes up what a crash, of this process or another, left open: after so many seconds without an answer. */
  recover(patience?: number): Promise<void>;
  /**
   * Moves the standing clock, each thing that falls due on the way at its own moment and in order.
   * @param progress is told each moment; where it answers false, the clock stops there
   */
  moveClock(to: Instant, progress?: (at: Instant) => boolean | void): Promise<void>;
  /** What a running process does each second. Never fails, and never runs twice at once. */
  look(patience?: number): Promise<void>;
  /** Resolves when what was begun is done. */
  quiet(): Promise<unknown>;
};

/**
 * How long a process in which nothing is written does not look for what is due: what another process plans, a moment
 * that comes, and a try that is to be repeated are found so late at most.
 */
const idleMilliseconds = 5000;

/** How often a process looks which tables have grown, in milliseconds: an import fills them within minutes. */
const tendEvery = 5 * 60 * 1000;

/** How long a clock that is moved waits for the letters of a moment, in milliseconds. */
const letterPatience = 20_000;

/** The turns of the agenda in this process, one at a time, so that a moving clock and the regular look keep the order. */
export function openTurns(
  deps: Deps,
  world: TurningWorld,
  {
    outbox,
    seen,
    carts,
    begun = () => NaN,
    tend,
    atFirst,
    room,
  }: {
    readonly outbox: Outbox;
    readonly seen: () => void;
    readonly carts: () => Promise<number>;
    /** How many transactions there were in this process; absent where nobody counts them. */
    readonly begun?: (() => number) | undefined;
    /** Looks after the database, where nobody else does. */
    readonly tend: () => Promise<void>;
    /** What a process that died may have left undone: done with the first look. */
    readonly atFirst: () => Promise<void>;
    /** Where there is none, nothing is begun by itself. */
    readonly room: Room;
  },
): Turns {
  let before: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const turn = (): Promise<T> => byItself(work);
    const mine = before.then(turn, turn);
    before = mine.catch(() => undefined);
    return mine;
  };
  /**
   * What a turn that found nothing to do has seen: how many transactions there were, and what comes next. Where nothing was
   * written since, and the clock stands before that, the next one would find nothing.
   */
  type Still = { readonly since: number; readonly ahead: readonly (Instant | null)[] };
  let still: Still | null = null;
  /** Does what is due at this look. @returns the moments that lie ahead, or null where anything was done: they have changed */
  const turn = async (): Promise<readonly (Instant | null)[] | null> => {
    const since = begun();
    const at = world.clock.now();
    if (still?.since === since && still.ahead.every((moment) => moment === null || moment > at)) return still.ahead;
    const { acted, next } = await world.advance();
    const { errandDue, errand, renewal, expiry } = await momentsOf(deps);
    const has = (moment: Instant | null): boolean => moment !== null && moment <= at;
    const renewed = has(renewal) && (await renewAccess(deps)) > 0;
    const expired = has(expiry) && (await expireVouchers(deps)) > 0;
    const carriedOut = errandDue && (await runDue(deps)) > 0;
    if (acted || renewed || expired || carriedOut) return null;
    const ahead = [next, errand, renewal, expiry];
    still = begun() === since ? { since, ahead } : null;
    return ahead;
  };
  /** Until nothing is due. */
  const settleNow = async (): Promise<void> => {
    while ((await turn()) === null);
  };
  /**
   * Until nothing is due, nor follows from a letter that went out: letters of a moment are handed over before the next,
   * unless the mail server takes its time.
   */
  const settleWhole = async ({ lettersFirst = false } = {}): Promise<readonly (Instant | null)[]> => {
    let patient = true;
    const patience = pause(letterPatience, undefined, { ref: false }).then(() => (patient = false));
    const lettersGone = (): Promise<unknown> => Promise.race([outbox.quiet(), patience]);
    if (lettersFirst) await lettersGone();
    // Whether nothing was due before the letters that have gone since.
    for (let calm = false; ;) {
      const ahead = await turn();
      if (ahead !== null && calm) return ahead;
      const before = begun();
      if (patient) await lettersGone();
      if (ahead !== null && begun() === before) return ahead;
      calm = ahead !== null;
    }
  };
  const moveNow: Turns['moveClock'] = async (to, progress) => {
    // What they write would have to be looked for once more.
    let moments = await settleWhole({ lettersFirst: true });
    for (;;) {
      const next = moments.filter((at): at is Instant => at !== null && at > world.clock.now()).sort()[0];
      if (!next || next > to) break;
      await world.clock.moveTo(next);
      moments = await settleWhole();
      if (progress?.(next) === false) return;
    }
    await world.clock.moveTo(to);
    await settleWhole();
  };
  const first = lazy(atFirst);
  let tidyAt = 0;
  let tendAt = 0;
  const recover: Turns['recover'] = (patience) =>
    inTurn(async () => {
      await world.refresh();
      await first();
      await recoverCalls(deps, patience);
      await recoverRequests(deps, patience);
      await recoverAnswers(deps, patience);
      await carts();
      if (performance.now() >= tidyAt) {
        tidyAt = performance.now() + tidyEvery;
        await tidy(deps);
      }
      if (performance.now() >= tendAt) {
        tendAt = performance.now() + tendEvery;
        await tend();
      }
      // A pause may be over, which no transaction tells.
      still = null;
      await settleNow();
      outbox.look();
    });

  let looking = false;
  let saidAway = false;
  // After a look that wrote nothing, nothing is to be done until somebody writes, or a while has passed.
  let idle = { since: NaN, until: 0 };
  const look: Turns['look'] = async (patience) => {
    if (looking) return;
    if (idle.since === begun() && performance.now() < idle.until) return seen();
    looking = true;
    try {
      if (await room.stop()) return;
      const before = begun();
      await recover(patience);
      if (before === begun()) idle = { since: before, until: performance.now() + idleMilliseconds };
      saidAway = false;
    } catch (error) {
      // While the database is away it is said once, not each second.
      if (!saidAway) deps.report('the agenda could not be carried out', error);
      saidAway = isDatabaseAway(error);
    } finally {
      looking = false;
      seen();
    }
  };
  return {
    settle: () =>
      inTurn(async () => {
        still = null;
        await settleWhole();
      }),
    settleSoon: () =>
      inTurn(async () => {
        still = null;
        await settleNow();
        outbox.look();
      }),
    recover,
    moveClock: (to, progress) => inTurn(() => moveNow(to, progress)),
    look,
    quiet: () => before,
  };
}
