import type { Agreed } from '#core/bookings/agreed';
import { type Instant, secondsOf } from '#core/calendar/instant';
import { secondsOfWall } from '#core/calendar/zoned';
import { least, type Minor, minor } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import { divideRounded } from '#core/money/rounding';
import type { LateRule } from '#core/terms/terms';

const unitSeconds = { hour: 3600, day: 86_400 } as const;

export type Late = {
  /** Minutes after the agreed end, those that are free included. */
  readonly minutes: number;
  /** Begun hours or days of it that count. */
  readonly units: number;
  readonly each: Minor;
  readonly amount: Minor;
};

/** The price of one begun hour or day of the booking: its price over so many of them as it takes. */
function priceOfOne({ start, end, timeZone, total }: Agreed, per: LateRule['per']): Minor {
  const length = secondsOfWall(end, timeZone) - secondsOfWall(start, timeZone);
  const begun = Math.max(1, Math.ceil(length / unitSeconds[per]));
  return minor(divideRounded(BigInt(total), BigInt(begun)));
}

/**
 * What a late return comes to by the rule of the terms (docs/rules/afterTheService.md): nothing within the free minutes; past
 * them each begun hour or day from the agreed end, and at most so much. It proposes a claim; the owner decides.
 * @param back when it came, or the moment of asking while it has not
 */
export function lateReturn(rule: LateRule, agreed: Agreed, back: Instant): Late | null {
  const late = secondsOf(back) - secondsOfWall(agreed.end, agreed.timeZone);
  if (late <= rule.freeMinutes * 60) return null;
  const units = Math.ceil(late / unitSeconds[rule.per]);
  const each =
    'fixed' in rule.each ? rule.each.fixed : minor(percentOf(priceOfOne(agreed, rule.per), rule.each.percent));
  const whole = minor(BigInt(each) * BigInt(units));
  return {
    minutes: Math.ceil(late / 60),
    units,
    each,
    amount: rule.most === undefined ? whole : least(whole, rule.most),
  };
}
