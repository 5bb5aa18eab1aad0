import { instantOfSeconds, type Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall, wallOfInstant } from '#core/calendar/zoned';
import { cancel, type Cancellation, type CancellationTerms, type RefundableReceipt } from '#core/cancellation/cancel';
import { deadline } from '#core/cancellation/notice';
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
  const [agreedAt, startAt] = [instantOfWall(agreed, timeZone), instantOfWall(start, timeZone)];
  const limits = [
    ...terms.tiers.map((tier) => deadline(start, timeZone, tier.notice, -1).seconds),
    ...(terms.grace
      ? [
          deadline(agreed, timeZone, terms.grace.within, 1).seconds,
          deadline(start, timeZone, terms.grace.notice, -1).seconds,
        ]
      : []),
  ];
  // A minute after a limit the next rule counts: wall times have no seconds.
  const moments = [agreedAt, ...limits.map((seconds) => instantOfSeconds(seconds + 60))]
    .filter((at) => at >= agreedAt && at < startAt)
    .sort();
  const steps: CancellationStep[] = [];
  for (const from of new Set(moments)) {
    const cancelled = wallOfInstant(from, timeZone);
    const { rule, tier, keep, refund, owed } = cancel({
      ...terms,
      timeZone,
      agreed,
      start,
      cancelled,
      by: 'client',
      total,
      receipts: receiptsBy(from),
    });
    const last = steps.at(-1);
    if (last?.rule === rule && last.tier === tier && last.keep === keep) continue;
    if (last) steps[steps.length - 1] = { ...last, until: from };
    steps.push({ from, until: startAt, rule, tier, keep, refund, owed });
  }
  return steps;
}
