import type { Instant } from '#core/calendar/instant';
import { instantOfSeconds } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall, wallOfInstant } from '#core/calendar/zoned';
import { type RefundableReceipt } from '#core/cancellation/receipts';
import { cancel, type Cancellation, type CancellationTerms } from '#core/cancellation/cancel';
import { cancellationStretches } from '#core/cancellation/stretches';
import type { Minor } from '#core/money/minor';

export type CancellationStep = { readonly from: Instant; readonly until: Instant } & Pick<
  Cancellation,
  'rule' | 'tier' | 'keep' | 'refund' | 'owed'
>;

/**
 * What a cancellation by the client would keep from the agreement to the start, one step for each stretch in which the
 * same rule counts. The receipts are those that have come in by its beginning.
 */
export function cancellationSteps(input: {
  readonly timeZone: string;
  readonly agreed: WallTime;
  readonly start: WallTime;
  readonly total: Minor;
  readonly terms: CancellationTerms;
  readonly receiptsBy: (at: Instant) => readonly RefundableReceipt[];
}): CancellationStep[] {
  const { timeZone, agreed, start, total, terms, receiptsBy } = input;
  const startAt = instantOfWall(start, timeZone);
  const stretches = cancellationStretches(input, terms, instantOfWall(agreed, timeZone));
  return stretches
    .filter(({ from }) => from < startAt)
    .map(({ from, until }): CancellationStep => {
      const cancelled = wallOfInstant(from, timeZone);
      const receipts = receiptsBy(from);
      const about = { timeZone, agreed, start, cancelled, by: 'client' as const, total, receipts };
      const { rule, tier, keep, refund, owed } = cancel({ ...terms, ...about });
      const end = until ? instantOfSeconds(until.over) : startAt;
      return { from, until: end < startAt ? end : startAt, rule, tier, keep, refund, owed };
    });
}
