import { type Decision, decisionsOf } from '#core/booking/decisions';
import type { Fact } from '#core/booking/facts';
import { type HoldStanding, holdStanding } from '#core/booking/holdStanding';
import { type Ledger, ledgerOf } from '#core/booking/ledger';
import { type BookingStage, stageOf } from '#core/booking/stage';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import type { Minor } from '#core/money/minor';
import { type Instalment, plan, type Plan, type PlanRefusal } from '#core/plan/plan';
import { type PositionedInstalment, position, type Position } from '#core/position/position';
import type { Result } from '#core/result';
import type { Terms } from '#core/terms/terms';

/** What was agreed: everything that the plan is computed from. */
export type Agreed = {
  readonly currency: string;
  readonly timeZone: string;
  readonly agreed: WallTime;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly total: Minor;
  readonly terms: Terms;
};

/** An instalment with its place in the plan and what has come of it. */
export type Part = Instalment & PositionedInstalment & { readonly index: number };

export type Standing = {
  readonly agreed: Agreed;
  readonly asOf: Instant;
  readonly plan: Plan;
  readonly ledger: Ledger;
  readonly parts: readonly Part[];
  readonly position: Position;
  readonly hold: HoldStanding | null;
  readonly stage: BookingStage;
  readonly startAt: Instant;
  readonly endAt: Instant;
  readonly decisions: readonly Decision[];
};

export const planOf = ({ terms, ...basis }: Agreed): Result<Plan, PlanRefusal> =>
  plan({ ...basis, collectAt: terms.collectAt, instalments: terms.instalments, hold: terms.hold });

/**
 * The instalments that still count: those of the plan, none that a cancellation or lapse took away, and what the
 * close-out or the cancellation left owed.
 */
function livingInstalments(planned: Plan, ledger: Ledger, timeZone: string): Instalment[] {
  const owing = (name: string, amount: Minor, at: Instant): Instalment[] =>
    amount === 0 ? [] : [{ name, amount, due: localDate(at, timeZone), dueAt: at, now: false, collect: 'ask' }];
  if (ledger.lapsed) return [];
  if (ledger.cancelled) return owing('kept at cancellation', ledger.cancelled.keep, ledger.cancelled.at);
  const { claimsOwed } = ledger;
  return claimsOwed
    ? [...planned.instalments, ...owing('claims', claimsOwed.amount, claimsOwed.at)]
    : planned.instalments;
}

/**
 * Everything that can be said of one booking at a moment, from what was agreed and what happened: the one computation
 * behind lists, views, messages and the agenda.
 * @throws {Error} where what was agreed has no plan: such a booking cannot be made
 */
export function standing(agreed: Agreed, facts: readonly Fact[], asOf: Instant): Standing {
  const planned = planOf(agreed);
  if (!planned.ok) throw new Error(`the agreed terms give no plan: ${planned.refusal.code}`);
  const { timeZone, terms } = agreed;
  const ledger = ledgerOf(facts);
  const instalments = livingInstalments(planned.value, ledger, timeZone);
  const placed = position({
    plan: { instalments },
    timeZone,
    asOf,
    receipts: ledger.receipts,
    graceDays: terms.graceDays,
    minimum: terms.minimum,
  });
  const parts = instalments.map((part, index): Part => ({ ...part, ...placed.instalments[index]!, index }));
  const holdPlan = planned.value.hold;
  const hold = holdPlan && terms.hold ? holdStanding(holdPlan, terms.hold, ledger, asOf) : null;
  const startAt = instantOfWall(agreed.start, timeZone);
  const endAt = instantOfWall(agreed.end, timeZone);
  const stage = stageOf({ parts, hold, ledger, startAt, endAt, asOf });
  const standingSoFar = {
    agreed,
    asOf,
    plan: planned.value,
    ledger,
    parts,
    position: placed,
    hold,
    stage,
    startAt,
    endAt,
  };
  return { ...standingSoFar, decisions: decisionsOf(standingSoFar) };
}
