import type { Fact } from '#core/bookings/facts';
import { type HoldStanding, holdStanding } from '#core/bookings/holdStanding';
import { keptPlan, type KeptInstalment, type KeptPlan, partKey } from '#core/bookings/keptPlan';
import { awaitedFrom, type Ledger, ledgerOf } from '#core/bookings/ledger';
import { type BookingStage, stageOf } from '#core/bookings/stage';
import type { Instant } from '#core/calendar/instant';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import { least, type Minor, remainder, sum, zero } from '#core/money/minor';
import { position, type Position } from '#core/position/position';
import type { Agreed } from '#core/bookings/agreed';
import type { Part } from '#core/bookings/part';
import type { HoldRule } from '#core/plan/rules';

export type BookingState = {
  readonly agreed: Agreed;
  readonly asOf: Instant;
  readonly plan: KeptPlan;
  readonly ledger: Ledger;
  readonly parts: readonly Part[];
  readonly position: Position;
  /** Collected from a bank account and not settled yet: not in hand, and not asked for again. */
  readonly onTheWay: Minor;
  readonly hold: HoldStanding | null;
  /** What has come in of a refundable deposit, until the close-out settles it. */
  readonly securityInHand: Minor;
  readonly stage: BookingStage;
  readonly startAt: Instant;
  readonly endAt: Instant;
};

/** What an owner reads of what is owed after the plan. */
const owedName = { claims: 'claim', cancellation: 'cancellation charge' } as const;

/**
 * The instalments that still count: those of the plan, none that a cancellation or lapse took away, and what the
 * close-out or the cancellation left owed; what was given up or given back comes off the last of them, which are the unpaid ones.
 */
function livingInstalments(planned: KeptPlan, ledger: Ledger, timeZone: string): KeptInstalment[] {
  const owing = (origin: 'claims' | 'cancellation', amount: Minor, at: Instant): KeptInstalment[] => {
    const due = localDate(at, timeZone);
    const part = { name: owedName[origin], origin, amount, due, dueAt: at, now: false, collect: 'ask' as const };
    return amount === 0 ? [] : [{ ...part, key: partKey(part) }];
  };
  const { claimsOwed, securitySettled } = ledger;
  const after = (): readonly KeptInstalment[] => {
    if (ledger.lapsed || awaitedFrom(ledger)) return [];
    if (ledger.cancelled) return owing('cancellation', ledger.cancelled.keep, ledger.cancelled.at);
    const settled = securitySettled
      ? planned.instalments.map((part) =>
          part.origin === 'security' ? { ...part, amount: securitySettled.claimed } : part,
        )
      : planned.instalments;
    return claimsOwed ? [...settled, ...owing('claims', claimsOwed.amount, claimsOwed.at)] : settled;
  };
  let givenUp = sum([ledger.givenUp, ledger.after.courtesy]);
  return after()
    .toReversed()
    .map((part): KeptInstalment => {
      const off = least(part.amount, givenUp);
      givenUp = remainder(givenUp, off);
      return off > 0 ? { ...part, amount: remainder(part.amount, off) } : part;
    })
    .toReversed()
    .filter((part) => part.amount > 0);
}

/** What may still be paid: nothing is asked for twice while it is on its way. */
export function payable({ position: { dueNow, outstanding }, onTheWay }: Pick<BookingState, 'position' | 'onTheWay'>) {
  return { dueNow: remainder(dueNow, onTheWay), outstanding: remainder(outstanding, onTheWay) };
}

/** How a hold is kept that no terms have. */
const ownHoldRule: HoldRule = { amount: { fixed: zero }, place: { on: 'agreement' }, keep: { on: 'end' } };

/** A hold that the owner put on by hand counts until a change of the booking says otherwise. */
function withOwnHold(plan: KeptPlan, { after: { ownHold }, changes }: Ledger): KeptPlan {
  const changedAt = changes.at(-1)?.at;
  if (!ownHold || (changedAt !== undefined && changedAt > ownHold.at)) return plan;
  const { amount, until, at } = ownHold;
  const { hold } = plan;
  if (!hold) return { ...plan, hold: { amount, from: at, until, decideBy: until, authorisations: [] } };
  const from = hold.from < at ? hold.from : at;
  const end = later(hold.until, until);
  return { ...plan, hold: { ...hold, amount, from, until: end, decideBy: end } };
}

const later = (moment: Instant, other: Instant | undefined): Instant =>
  other !== undefined && other > moment ? other : moment;

/** The booking as it will stand once the yes that it waits for has come: what a request promises is read from this. */
export const asConfirmed = (agreed: Agreed, facts: readonly Fact[], asOf: Instant): BookingState =>
  bookingState(agreed, [...facts, { kind: 'confirmed', at: asOf, by: 'owner', agreed: agreed.agreed }], asOf);

/**
 * Everything that can be said of one booking at a moment, from what was agreed and what happened: the one computation
 * behind lists, views, messages and the agenda. A moment before the newest fact is taken as that fact's: a clock that was
 * put back makes nothing undone.
 * @throws {Error} where what was agreed has no plan: such a booking cannot be made
 */
export function bookingState(agreed: Agreed, facts: readonly Fact[], moment: Instant): BookingState {
  const { timeZone, terms } = agreed;
  // The newest need not stand last: a service that ended before a payment came can be recorded after it.
  const asOf = facts.reduce((newest, { at }) => later(newest, at), moment);
  const ledger = ledgerOf(facts);
  const planned = keptPlan(agreed, ledger.changes);
  if (!planned.ok) throw new Error(`the agreed terms give no plan: ${planned.refusal.code}`);
  const instalments = livingInstalments(planned.value, ledger, timeZone);
  const placed = position({
    plan: { instalments },
    timeZone,
    asOf,
    receipts: ledger.receipts,
    graceDays: terms.graceDays,
    minimum: terms.minimum,
  });
  const onTheWay = sum(ledger.onTheWay.map(({ amount }) => amount));
  let comingLeft = onTheWay;
  const parts = instalments.map((part, index): Part => {
    const positioned = placed.instalments[index]!;
    const coming = least(positioned.left, comingLeft);
    comingLeft = remainder(comingLeft, coming);
    return { ...part, ...positioned, index, coming };
  });
  const kept = withOwnHold(planned.value, ledger);
  const hold = kept.hold ? holdStanding(kept.hold, terms.hold ?? ownHoldRule, ledger, asOf) : null;
  const startAt = instantOfWall(agreed.start, timeZone);
  const endAt = instantOfWall(agreed.end, timeZone);
  const stage = stageOf({ parts, hold, ledger, terms, startAt, endAt, asOf });
  return {
    agreed,
    asOf,
    plan: kept,
    ledger,
    parts,
    position: placed,
    onTheWay,
    hold,
    securityInHand: ledger.securitySettled
      ? zero
      : sum(parts.filter((part) => part.origin === 'security').map((part) => part.paid)),
    stage,
    startAt,
    endAt,
  };
}
