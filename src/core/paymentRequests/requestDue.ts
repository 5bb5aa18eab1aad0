import { addDays, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { wallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { defaultCollectAt } from '#core/plan/plan';

/** A payment request is asked for again after its day, if it is still open then. */
export type WantedRequestErrand = { readonly key: string; readonly kind: 'requestOverdue'; readonly at: Instant };

/**
 * When a request that has its day is asked for again.
 * @param remindDays so many days after its day, each
 * @param from none whose moment was before
 */
export function askedAgainAt(
  dueDay: PlainDate | null,
  {
    remindDays,
    timeZone,
    from,
  }: { readonly remindDays: readonly number[]; readonly timeZone: string; readonly from: Instant },
): WantedRequestErrand[] {
  if (dueDay === null) return [];
  return remindDays
    .map((days): WantedRequestErrand => {
      const at = instantOfWall(wallTime(addDays(dueDay, days), defaultCollectAt), timeZone);
      return { key: `overdue:${days}`, kind: 'requestOverdue', at };
    })
    .filter(({ at }) => at > from);
}
