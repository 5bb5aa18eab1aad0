import type { Instant } from '#core/calendar/instant';
import { ok, refuse, type Result } from '#core/result';
import type { ClockMove } from '#world/clock/moves';
import type { StandIns } from '#world/openWorld';

export type StandInsView = {
  readonly now: Instant;
  readonly standing: boolean;
  readonly moving: ClockMove | null;
  readonly network: Awaited<ReturnType<StandIns['network']>>;
  readonly mail: Awaited<ReturnType<StandIns['mail']['list']>>;
};

/** The whole simulated world in one view. */
export async function standInsView(
  world: StandIns,
  moving: ClockMove | null,
  mailSearch: string,
): Promise<StandInsView> {
  const [network, mail] = await Promise.all([world.network(), world.mail.list(mailSearch)]);
  return { now: world.clock.now(), standing: world.clock.standing(), moving, network, mail };
}

/** Sends an event again, as a processor does that missed the answer: it must change nothing. */
export const repeatEvent =
  (world: StandIns) =>
  async ({ id }: { id: string }): Promise<Result<{ taken: boolean }, { code: 'event_not_found' }>> => {
    const sent = await world.repeat(id);
    return sent === null ? refuse({ code: 'event_not_found' }) : ok({ taken: sent });
  };
