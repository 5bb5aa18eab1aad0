import type { Instant } from '#core/calendar/instant';
import { ok, refuse, type Result } from '#core/result';
import type { ClockMove } from '#world/clock/moves';
import type { FaultName, FaultSettings } from '#world/faults/faults';
import type { StandIns } from '#world/openWorld';

export type StandInsView = {
  readonly now: Instant;
  readonly standing: boolean;
  readonly moving: ClockMove | null;
  readonly network: Awaited<ReturnType<StandIns['network']>>;
  readonly accounts: Awaited<ReturnType<StandIns['accounts']>>;
  readonly mail: Awaited<ReturnType<StandIns['mail']['list']>>;
  readonly faults: { readonly settings: FaultSettings; readonly counts: Readonly<Partial<Record<FaultName, number>>> };
};

/** The whole simulated world in one view. */
export async function standInsView(
  world: StandIns,
  moving: ClockMove | null,
  mailSearch: string,
): Promise<StandInsView> {
  const [network, accounts, mail] = await Promise.all([world.network(), world.accounts(), world.mail.list(mailSearch)]);
  const faults = { settings: world.faults.settings(), counts: world.faults.counts() };
  return { now: world.clock.now(), standing: world.clock.standing(), moving, network, accounts, mail, faults };
}

/** Sends an event again, as a processor does that missed the answer: it must change nothing. */
export const repeatEvent =
  (world: StandIns) =>
  async ({ id }: { id: string }): Promise<Result<{ taken: boolean }, { code: 'event_not_found' }>> => {
    const sent = await world.repeat(id);
    return sent === null ? refuse({ code: 'event_not_found' }) : ok({ taken: sent });
  };

/** Has a processor renew an account's access, or refuse to. */
export const steerRenewals =
  (world: StandIns) =>
  async (about: { reference: string; refuses: boolean }): Promise<Result<null, { code: 'account_not_found' }>> =>
    (await world.refuseRenewals(about.reference, about.refuses)) ? ok(null) : refuse({ code: 'account_not_found' });

/** Has the outside world misbehave, for all processes, until it is told otherwise. */
export const steerFaults =
  (world: StandIns) =>
  async (settings: FaultSettings): Promise<Result<null, never>> => {
    await world.setFaults(settings);
    return ok(null);
  };
