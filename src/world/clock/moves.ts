import { type Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { ok, refuse, type Result } from '#core/result';
import type { StandInClock } from '#world/clock/clock';

export type ClockMove = { readonly from: Instant; readonly at: Instant; readonly to: Instant };

type MoveRefusal = { readonly code: 'clock_is_real' | 'clock_is_moving' | 'clock_goes_forward' };

type Settings = {
  readonly clock: StandInClock;
  readonly move: (to: Instant, progress: (at: Instant) => boolean) => Promise<void>;
  readonly timeZone: () => Promise<string>;
  readonly report: (problem: string, error: unknown) => void;
};

/** Moving the clock over weeks takes a while: it goes on by itself, shows how far it is, and can be stopped. */
export function openClockMoves({ clock, move, timeZone, report }: Settings) {
  let current: ClockMove | null = null;
  let stopped = false;
  let asked = false;
  /** Of several processes that are asked, one moves it: the other's own clock may be behind until it has the hand. */
  const begin = async (to: Instant): Promise<Result<ClockMove, MoveRefusal>> => {
    if (!(await clock.takeHand())) return refuse({ code: 'clock_is_moving' });
    const from = clock.now();
    if (to <= from) {
      await clock.giveHand();
      return refuse({ code: 'clock_goes_forward' });
    }
    stopped = false;
    const started = (current = { from, at: from, to });
    void move(to, (at) => {
      current = { from, at, to };
      void clock.takeHand().then((still) => (stopped ||= !still));
      return !stopped;
    })
      .catch((error: unknown) => report('the clock could not be moved', error))
      .then(() => clock.giveHand())
      .catch((error: unknown) => report('the hand at the clock could not be given back', error))
      .finally(() => (current = null));
    return ok(started);
  };
  return {
    moving: (): ClockMove | null => current,

    async startMovingClock({ to: wall }: { to: WallTime }): Promise<Result<ClockMove, MoveRefusal>> {
      if (!clock.standing()) return refuse({ code: 'clock_is_real' });
      if (current || asked) return refuse({ code: 'clock_is_moving' });
      asked = true;
      try {
        return await begin(instantOfWall(wall, await timeZone()));
      } finally {
        asked = false;
      }
    },

    async stopMovingClock(): Promise<Result<{ stopped: boolean }, never>> {
      const was = current !== null;
      stopped = true;
      return ok({ stopped: was });
    },
  };
}
