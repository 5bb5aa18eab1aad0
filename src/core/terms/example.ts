import { type Agreed } from '#core/bookings/agreed';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import { planOf } from '#core/bookings/keptPlan';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import type { RefundableReceipt } from '#core/cancellation/receipts';
import type { Minor } from '#core/money/minor';
import type { PlanRefusal } from '#core/plan/plan';
import { ok, type Result } from '#core/result';
import type { Terms } from '#core/terms/terms';

/** A booking that does not exist, on which terms are shown. */
export type Example = {
  readonly currency: string;
  readonly timeZone: string;
  readonly agreed: WallTime;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly total: Minor;
};

export const exampleAgreed = (example: Example, terms: Terms): Agreed => ({ ...example, terms });

/** The example as it stands at its agreement, nothing paid yet. @throws {OutOfRange} as `plan` does */
export function exampleStanding(example: Example, terms: Terms): Result<BookingState, PlanRefusal> {
  const agreed = exampleAgreed(example, terms);
  const planned = planOf(agreed);
  if (!planned.ok) return planned;
  return ok(bookingState(agreed, [], instantOfWall(example.agreed, example.timeZone)));
}

/** The receipts that there would be by a moment if everything were paid when it is due. */
export const paidOnTime =
  ({ plan }: Pick<BookingState, 'plan'>) =>
  (at: Instant): RefundableReceipt[] =>
    plan.instalments
      .filter((part) => part.origin !== 'security' && part.dueAt !== null && part.dueAt <= at)
      .map((part) => ({ id: part.key, amount: part.amount, at: part.dueAt! }));
