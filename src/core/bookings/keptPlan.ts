import { withDeal } from '#core/bookings/deal';
import type { FactOf } from '#core/bookings/facts';
import type { Agreed } from '#core/bookings/agreed';
import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import type { HoldPlan } from '#core/hold/holdPlan';
import { least, type Minor, remainder, sum } from '#core/money/minor';
import { type Instalment, plan, type PlanRefusal } from '#core/plan/plan';
import { ok, type Result } from '#core/result';

/**
 * `plan`: the terms have it as an instalment. `security`: a refundable deposit in place of a hold, no part of the price,
 * given back at the close-out. `claims`: what the hold could not pay. `cancellation`: what a cancellation keeps.
 */
export type PartOrigin = 'plan' | 'security' | 'claims' | 'cancellation';

/** The name of a part over changes, by its day; the words of the terms can never be those of another origin. */
export const partKey = ({ name, origin, due }: Pick<KeptInstalment, 'name' | 'origin' | 'due'>): string =>
  `${origin === 'plan' ? name : `*${origin}`}@${due ?? 'open'}`;

export type KeptInstalment = Instalment & {
  /** The same over changes as long as name and due day are: what was asked for once is not asked for again. */
  readonly key: string;
  /** Where it comes from; what a part is called says nothing. */
  readonly origin: PartOrigin;
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
    const name = partKey(part);
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
    origin: 'security',
  };
}

function partsOf(agreed: Agreed): Result<{ parts: Unkeyed[]; hold: HoldPlan | undefined }, PlanRefusal> {
  const { terms, ...basis } = agreed;
  const planned = plan({ ...basis, collectAt: terms.collectAt, instalments: terms.instalments, hold: terms.hold });
  if (!planned.ok) return planned;
  const { instalments, hold } = planned.value;
  const parts = instalments.map((part): Unkeyed => ({ ...part, origin: 'plan' }));
  const limit = terms.chargeInstead?.above;
  if (!hold || limit === undefined || hold.authorisations.length <= limit) return ok({ parts, hold });
  return ok({ parts: [...parts, securityInstead(hold, agreed)].sort(byMoment), hold: undefined });
}

/** Plans of agreements that are looked at again and again, as long as these are. */
const plans = new WeakMap<Agreed, Result<KeptPlan, PlanRefusal>>();

/** What the terms give for a booking as it is agreed, before any change. @throws {OutOfRange} as `plan` does */
export function planOf(agreed: Agreed): Result<KeptPlan, PlanRefusal> {
  const known = plans.get(agreed);
  if (known) return known;
  const parts = partsOf(agreed);
  const planned = parts.ok ? ok(keyed(parts.value.parts, parts.value.hold)) : parts;
  plans.set(agreed, planned);
  return planned;
}

const isOf = (part: Unkeyed, old: Unkeyed): boolean => old.origin === part.origin && old.name === part.name;

/**
 * A change makes nobody late (docs/rules/plan.md). Sums that were due before it stay due, and cover the parts
 * of the new plan whose moment has passed, earliest first: a part keeps its day for what had been due by then, has the
 * day of an earlier change for what that one had added to it, and for the rest the day of this change.
 */
export function carriedOver(
  before: readonly Unkeyed[],
  after: readonly Unkeyed[],
  change: { readonly at: Instant; readonly day: PlainDate },
): Unkeyed[] {
  const passed = (part: Unkeyed): boolean => part.dueAt !== null && part.dueAt <= change.at;
  const was = before.filter(passed).map((part) => ({ ...part, left: part.amount }));
  const parts = [...after].sort(byMoment).flatMap((part): Unkeyed[] => {
    if (!passed(part)) return [part];
    const pieces: Unkeyed[] = [];
    let left = part.amount;
    const take = (amount: Minor, due: Pick<Unkeyed, 'due' | 'dueAt' | 'now'>): void => {
      const last = pieces.at(-1);
      if (last?.dueAt === due.dueAt) pieces[pieces.length - 1] = { ...last, amount: sum([last.amount, amount]) };
      else if (amount > 0) pieces.push({ ...part, ...due, amount });
      left = remainder(left, amount);
    };
    // Of what was due later than the part, only its own: what an earlier change added to it.
    for (const old of was.filter((old) => isOf(part, old) || old.dueAt! <= part.dueAt!)) {
      const amount = least(left, old.left);
      old.left = remainder(old.left, amount);
      const own = old.dueAt! <= part.dueAt!;
      take(amount, own ? part : { due: old.due, dueAt: old.dueAt, now: false });
    }
    take(left, { due: change.day, dueAt: change.at, now: false });
    return pieces;
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
