import { withDeal } from '#core/booking/deal';
import type { FactOf } from '#core/booking/facts';
import type { Agreed } from '#core/booking/standing';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import type { HoldPlan } from '#core/hold/holdPlan';
import { least, type Minor, minor, remainder, sum } from '#core/money/minor';
import { type Instalment, plan, type PlanRefusal } from '#core/plan/plan';
import { ok, type Result } from '#core/result';

export type KeptInstalment = Instalment & {
  /** The same over changes as long as name and due day are: what was asked for once is not asked for again. */
  readonly key: string;
  /** A refundable deposit in place of a hold: not part of the price, and given back at the close-out. */
  readonly security: boolean;
};
/** The plan that a booking keeps; its sums and parts hold a refundable deposit, where there is one, besides the price. */
export type KeptPlan = {
  readonly instalments: readonly KeptInstalment[];
  readonly dueNow: Minor;
  readonly later: Minor;
  readonly open: Minor;
  readonly hold?: HoldPlan;
};

type Unkeyed = Omit<KeptInstalment, 'key'>;

const byMoment = (a: Unkeyed, b: Unkeyed): number => {
  const [first, second] = [a.dueAt ?? '~', b.dueAt ?? '~']; // a tilde sorts behind every digit: open ones last
  return first < second ? -1 : first > second ? 1 : 0;
};

function keyed(parts: readonly Unkeyed[], hold: HoldPlan | undefined): KeptPlan {
  const seen = new Map<string, number>();
  const instalments = parts.map((part): KeptInstalment => {
    const name = `${part.name}@${part.due ?? 'open'}`;
    const before = seen.get(name) ?? 0;
    seen.set(name, before + 1);
    return { ...part, key: before === 0 ? name : `${name}#${before + 1}` };
  });
  const sumOf = (wanted: (part: Unkeyed) => boolean): Minor => sum(parts.filter(wanted).map((part) => part.amount));
  const sums = {
    dueNow: sumOf((part) => part.now),
    later: sumOf((part) => part.due !== null && !part.now),
    open: sumOf((part) => part.due === null),
  };
  return hold ? { instalments, ...sums, hold } : { instalments, ...sums };
}

/** A charge of the hold's sum at its moment, in place of a chain that would be longer than the terms allow. */
function securityInstead(hold: HoldPlan, { agreed, timeZone }: Agreed): Unkeyed {
  const now = hold.from === instantOfWall(agreed, timeZone);
  const due = localDate(hold.from, timeZone);
  return {
    name: 'refundable deposit',
    amount: hold.amount,
    due,
    dueAt: hold.from,
    now,
    collect: now ? 'ask' : 'charge',
    security: true,
  };
}

function partsOf(agreed: Agreed): Result<{ parts: Unkeyed[]; hold: HoldPlan | undefined }, PlanRefusal> {
  const { terms, ...basis } = agreed;
  const planned = plan({ ...basis, collectAt: terms.collectAt, instalments: terms.instalments, hold: terms.hold });
  if (!planned.ok) return planned;
  const { instalments, hold } = planned.value;
  const parts = instalments.map((part): Unkeyed => ({ ...part, security: false }));
  const limit = terms.chargeInstead?.above;
  if (!hold || limit === undefined || hold.authorisations.length <= limit) return ok({ parts, hold });
  return ok({ parts: [...parts, securityInstead(hold, agreed)].sort(byMoment), hold: undefined });
}

/** What the terms give for a booking as it is agreed, before any change. @throws {OutOfRange} as `plan` does */
export function planOf(agreed: Agreed): Result<KeptPlan, PlanRefusal> {
  const planned = partsOf(agreed);
  return planned.ok ? ok(keyed(planned.value.parts, planned.value.hold)) : planned;
}

/**
 * A change makes nobody late (money-rules.md, section 5): what it adds to the parts whose moment has passed is due at
 * the change. The sum that was due before it keeps the days of the new plan, earliest first.
 */
export function carriedOver(
  before: readonly Unkeyed[],
  after: readonly Unkeyed[],
  change: { readonly at: Instant; readonly day: PlainDate },
): Unkeyed[] {
  const passed = (part: Unkeyed): boolean => part.dueAt !== null && part.dueAt <= change.at;
  let wasDue = sum(before.filter(passed).map((part) => part.amount));
  const parts = after.flatMap((part): Unkeyed[] => {
    if (!passed(part)) return [part];
    const old = least(part.amount, wasDue);
    wasDue = remainder(wasDue, old);
    const added = minor(part.amount - old);
    const atChange = { ...part, amount: added, due: change.day, dueAt: change.at, now: false };
    return [...(old > 0 ? [{ ...part, amount: old }] : []), ...(added > 0 ? [atChange] : [])];
  });
  return parts.sort(byMoment);
}

/**
 * The plan that a booking keeps after its changes: each makes a new plan from the same agreement, carried over from
 * the one before it.
 */
export function keptPlan(agreed: Agreed, changes: readonly FactOf<'changed'>[]): Result<KeptPlan, PlanRefusal> {
  const [first] = changes;
  if (!first) return planOf(agreed);
  const original = partsOf(withDeal(agreed, first.before));
  if (!original.ok) return original;
  let current = original.value;
  for (const { after, at } of changes) {
    const next = partsOf(withDeal(agreed, after));
    if (!next.ok) return next;
    const change = { at, day: localDate(at, agreed.timeZone) };
    current = { parts: carriedOver(current.parts, next.value.parts, change), hold: next.value.hold };
  }
  return ok(keyed(current.parts, current.hold));
}
