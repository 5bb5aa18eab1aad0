import { addDays, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import { percentUpTo } from '#core/money/percentOf';

export type Receipt = {
  readonly id: string;
  /** What counts towards the booking, without tip or fee passed on. */
  readonly amount: Minor;
  readonly at: Instant;
  readonly refunded?: Minor | undefined;
};
export type PlannedPart = {
  readonly name: string;
  readonly amount: Minor;
  readonly due: PlainDate | null;
  readonly dueAt: Instant | null;
};
export type PositionInput = {
  readonly plan: { readonly instalments: readonly PlannedPart[] };
  readonly timeZone: string;
  readonly asOf: Instant;
  readonly receipts: readonly Receipt[];
  /** Days after the due day before an instalment is late; default 0. */
  readonly graceDays?: number | undefined;
  /** The smallest part payment, of what is outstanding in all. */
  readonly minimum?: { readonly percent: Decimal } | { readonly fixed: Minor } | undefined;
};

export type InstalmentState = 'planned' | 'due' | 'late' | 'paid' | 'open';
export type PositionedInstalment = {
  name: string;
  amount: Minor;
  paid: Minor;
  left: Minor;
  state: InstalmentState;
  partly: boolean;
};
export type Position = {
  received: Minor;
  instalments: PositionedInstalment[];
  dueNow: Minor;
  late: Minor;
  outstanding: Minor;
  /** Received beyond the total. */
  credit: Minor;
  smallestPayment: Minor;
  next: { name: string; dueAt: Instant; left: Minor } | null;
};

function stateOf(part: PlannedPart, left: Minor, today: PlainDate, input: PositionInput): InstalmentState {
  if (left === 0) return 'paid';
  if (part.due === null || part.dueAt === null) return 'open';
  if (input.asOf < part.dueAt) return 'planned';
  return today > addDays(part.due, input.graceDays ?? 0) ? 'late' : 'due';
}

function smallestPayment(outstanding: Minor, minimum: PositionInput['minimum']): Minor {
  const one = minor(1);
  if (outstanding === 0) return zero;
  if (!minimum) return one;
  const wanted = 'fixed' in minimum ? minimum.fixed : (percentUpTo(outstanding, minimum.percent, outstanding) as Minor);
  return least(outstanding, wanted > 1 ? wanted : one);
}

/**
 * Where a booking stands: the receipts up to `asOf` fill the plan in its order (docs/rules/position.md). An
 * instalment is due from its moment on, and late when the local day after its day and the grace days has begun.
 * @throws {OutOfRange} where a sum is past 2^53 − 1
 */
export function position(input: PositionInput): Position {
  const today = localDate(input.asOf, input.timeZone);
  const counted = input.receipts.filter((receipt) => receipt.at <= input.asOf);
  const received = sum(counted.map((receipt) => receipt.amount - (receipt.refunded ?? 0)));

  let unspent = received;
  const instalments = input.plan.instalments.map((part): PositionedInstalment => {
    const paid = least(unspent, part.amount);
    unspent = remainder(unspent, paid);
    const left = remainder(part.amount, paid);
    const state = stateOf(part, left, today, input);
    return { name: part.name, amount: part.amount, paid, left, state, partly: paid > 0 && left > 0 };
  });
  const leftWhere = (wanted: (state: InstalmentState) => boolean): Minor =>
    sum(instalments.filter((part) => wanted(part.state)).map((part) => part.left));
  const outstanding = leftWhere(() => true);
  const nextIndex = instalments.findIndex((part) => part.state === 'planned');
  const next = instalments[nextIndex];
  return {
    received,
    instalments,
    dueNow: leftWhere((state) => state === 'due' || state === 'late'),
    late: leftWhere((state) => state === 'late'),
    outstanding,
    credit: unspent,
    smallestPayment: smallestPayment(outstanding, input.minimum),
    next: next ? { name: next.name, dueAt: input.plan.instalments[nextIndex]!.dueAt!, left: next.left } : null,
  };
}
