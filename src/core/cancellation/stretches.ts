import { instantOfSeconds, secondsOf, type Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall, wallOfInstant } from '#core/calendar/zoned';
import { type CancellationTerms, type CountingRule, ruleForClient } from '#core/cancellation/cancel';
import { type Deadline, deadline } from '#core/cancellation/notice';

/** A time in which one rule counts: from its beginning until its last moment, or for ever. */
export type CancellationStretch = CountingRule & { readonly from: Instant; readonly until: Deadline | null };

/**
 * A clock that is put back shows some times twice, and a cancellation in them counts as of the first (docs/rules/quantities.md,
 * rule 5): what is over by then is over for good when they have passed again.
 */
function afterTwice(over: number, timeZone: string): number {
  const at = instantOfSeconds(over);
  return instantOfWall(wallOfInstant(at, timeZone), timeZone) === at ? over : afterTwice(over + 60, timeZone);
}

/**
 * What counts for a cancellation by the client from a moment on, in order of time: the first is what holds at that
 * moment, and what is over by then is not among them. Neighbours are of different rules.
 */
export function cancellationStretches(
  about: { readonly timeZone: string; readonly agreed: WallTime; readonly start: WallTime },
  terms: CancellationTerms,
  from: Instant,
): CancellationStretch[] {
  const { timeZone, agreed, start } = about;
  const { tiers, grace } = terms;
  const limits = [
    ...tiers.map((tier) => deadline(start, timeZone, tier.notice, -1)),
    ...(grace ? [deadline(agreed, timeZone, grace.within, 1), deadline(start, timeZone, grace.notice, -1)] : []),
  ]
    .map((limit) => ({ ...limit, over: afterTwice(limit.over, timeZone) }))
    .filter(({ over }) => over > secondsOf(from))
    .sort((a, b) => a.over - b.over);
  const stretches: CancellationStretch[] = [];
  for (const before of [null, ...limits]) {
    const begins = before ? instantOfSeconds(before.over) : from;
    const counts = ruleForClient({ ...about, cancelled: wallOfInstant(begins, timeZone) }, terms);
    const last = stretches.at(-1);
    if (last?.rule === counts.rule && last.tier === counts.tier) continue;
    if (last) stretches[stretches.length - 1] = { ...last, until: before };
    stretches.push({ ...counts, from: begins, until: null });
  }
  return stretches;
}
