import type { PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import { moveDate } from '#core/calendar/offset';
import { wallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import { defaultCollectAt } from '#core/plan/plan';
import type { Terms } from '#core/terms/terms';

/** An invoice that is still open after its day is asked for again. */
export type InvoiceReminder = { readonly key: string; readonly at: Instant };

/**
 * When an invoice of a booking is asked for again: by the reminders of its terms that come after a due day, counted from the
 * invoice's own.
 */
export function askedAgain(
  { id, dueDay }: { readonly id: string; readonly dueDay: PlainDate | null },
  { reminders, collectAt }: Pick<Terms, 'reminders' | 'collectAt'>,
  timeZone: string,
): InvoiceReminder[] {
  if (dueDay === null) return [];
  return reminders
    .filter(({ when }) => when === 'after')
    .map((reminder, index) => ({
      key: `invoice:${id}:${index}`,
      at: instantOfWall(
        wallTime(moveDate(dueDay, reminder, 1), reminder.at ?? collectAt ?? defaultCollectAt),
        timeZone,
      ),
    }));
}
