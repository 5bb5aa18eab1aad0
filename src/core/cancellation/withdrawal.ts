import type { Agreed } from '#core/bookings/agreed';
import { addHours, type Instant } from '#core/calendar/instant';
import { instantOfWall, secondsOfWall } from '#core/calendar/zoned';
import { secondsOf } from '#core/calendar/instant';
import { type Minor, minor, zero } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';

/** Until when a consumer can withdraw by law; null where the terms give no such right, or an exemption holds. */
export function withdrawalUntil({ agreed, timeZone, terms }: Agreed): Instant | null {
  const { withdrawal } = terms;
  if (!withdrawal || !('days' in withdrawal)) return null;
  return addHours(instantOfWall(agreed, timeZone), withdrawal.days * 24);
}

/** Whether it can be withdrawn from at a moment: it then goes before the tiers (docs/rules/consent.md, rule 7). */
export function mayWithdraw(agreed: Agreed, asOf: Instant): boolean {
  const until = withdrawalUntil(agreed);
  return until !== null && asOf < until;
}

/** What is kept then: the part performed, of a service that began at the client's express request; nothing before it. */
export function performed({ start, end, timeZone, total }: Agreed, asOf: Instant): Minor {
  const [from, until] = [secondsOfWall(start, timeZone), secondsOfWall(end, timeZone)];
  const gone = secondsOf(asOf) - from;
  if (gone <= 0) return zero;
  const length = until - from;
  if (gone >= length) return total;
  return minor(divideRounded(BigInt(total) * BigInt(gone), BigInt(length)));
}
