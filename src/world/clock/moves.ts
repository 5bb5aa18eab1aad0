import { type Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { ok, refuse, type Result } from '#core/result';
import type { StandInClock } from '#world/clock/clock';

export type ClockMove = { readonly from: Instant; readonly at: Instant; readonly to: Instant };

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
  return {
    moving: (): ClockMove | null => current,

    async startMovingClock({
      to: wall,
    }: {
      to: WallTime;
    }): Promise<Result<ClockMove, { code: 'clock_is_real' | 'clock_is_moving' | 'clock_goes_forward' }>> {
      if (!clock.standing()) return refuse({ code: 'clock_is_real' });
      if (current) return refuse({ code: 'clock_is_moving' });
      const to = instantOfWall(wall, await timeZone());
      const from = clock.now();
      if (to <= from) return refuse({ code: 'clock_goes_forward' });
      stopped = false;
      const started = (current = { from, at: from, to });
      void move(to, (at) => {
        current = { from, at, to };
        return !stopped;
      })
        .catch((error: unknown) => report('the clock could not be moved', error))
        .finally(() => (current = null));
      return ok(started);
    },

    async stopMovingClock(): Promise<Result<{ stopped: boolean }, never>> {
      const was = current !== null;
      stopped = true;
      return ok({ stopped: was });
    },
  };
}
