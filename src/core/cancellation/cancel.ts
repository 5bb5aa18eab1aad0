import type { Offset } from '#core/calendar/offset';
import type { WallTime } from '#core/calendar/wallTime';
import { type Keep, keptAmount } from '#core/cancellation/keep';
import { deadline } from '#core/cancellation/notice';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import type { Decimal } from '#core/money/decimal';
import { type Minor, most, remainder, sum, zero } from '#core/money/minor';
import type { RefundableReceipt } from '#core/cancellation/receipts';

export type CancellationTier = { readonly notice: Offset; readonly keep: Keep };

export type CancellationTerms = {
  readonly tiers: readonly CancellationTier[];
  /** Second thoughts: within this of the agreement, and still this long before the start. */
  readonly grace?: { readonly within: Offset; readonly notice: Offset } | undefined;
  readonly keepAtLeast?: Keep | undefined;
  readonly noShow?: Keep | undefined;
};

export type CancelInput = CancellationTerms & {
  readonly timeZone: string;
  readonly agreed: WallTime;
  readonly start: WallTime;
  readonly cancelled: WallTime;
  readonly by: 'client' | 'business' | 'no_show';
  readonly total: Minor;
  readonly receipts: readonly RefundableReceipt[];
};

export type CancelRule = 'business' | 'no_show' | 'grace' | 'tier' | 'none';

export type Cancellation = {
  rule: CancelRule;
  /** Index of the tier that counts in the list as given. */
  tier: number | null;
  keep: Minor;
  refund: Minor;
  owed: Minor;
  refunds: { id: string; amount: Minor }[];
};

/** The rule that counts, the index of its tier in the list as given, and what it keeps. */
export type CountingRule = { readonly rule: CancelRule; readonly tier: number | null; readonly keep: Keep };

const nothing: Keep = { fixed: zero };

/** Where no tier is met, all of the price is kept, whatever it is. */
const wholePrice: Keep = { percent: '100' as Decimal };

/** Rules 2 and 3: second thoughts, else the longest notice that is met, else nothing is given back. */
export function ruleForClient(
  { timeZone, agreed, start, cancelled }: Pick<CancelInput, 'timeZone' | 'agreed' | 'start' | 'cancelled'>,
  { grace, tiers }: Pick<CancellationTerms, 'grace' | 'tiers'>,
): CountingRule {
  if (
    grace &&
    deadline(agreed, timeZone, grace.within, 1).met(cancelled) &&
    deadline(start, timeZone, grace.notice, -1).met(cancelled)
  ) {
    return { rule: 'grace', tier: null, keep: nothing };
  }
  const longest = tiers
    .map((tier, index) => ({ tier, index, until: deadline(start, timeZone, tier.notice, -1) }))
    .filter(({ until }) => until.met(cancelled))
    .sort((a, b) => a.until.last - b.until.last)[0]; // a stable sort: the earlier of equal ones counts
  if (longest) return { rule: 'tier', tier: longest.index, keep: longest.tier.keep };
  return { rule: 'none', tier: null, keep: wholePrice };
}

function ruleThatCounts(input: CancelInput): CountingRule {
  if (input.by === 'business') return { rule: 'business', tier: null, keep: nothing };
  if (input.by === 'no_show') return { rule: 'no_show', tier: null, keep: input.noShow ?? wholePrice };
  return ruleForClient(input, input);
}

/**
 * Computes the sums that a cancellation or no-show keeps, gives back and leaves owed (docs/rules/cancellation.md). Every receipt counts,
 * whenever it came.
 * @throws {OutOfRange} where the receipts add up to more than 2^53 − 1
 */
export function cancel(input: CancelInput): Cancellation {
  const { total, receipts, keepAtLeast } = input;
  const inHand = sum(receipts.map((receipt) => receipt.amount - (receipt.refunded ?? 0)));
  const { rule, tier, keep: wanted } = ruleThatCounts(input);
  const floorHolds = keepAtLeast && rule !== 'business' && rule !== 'grace';
  const floor = floorHolds ? keptAmount(keepAtLeast, total, inHand) : zero;
  const keep = most(keptAmount(wanted, total, inHand), floor);
  const refund = remainder(inHand, keep);
  return { rule, tier, keep, refund, owed: remainder(keep, inHand), refunds: refundsNewestFirst(receipts, refund) };
}
