import type { PlainDate } from '#core/calendar/days';
import type { DayContext } from '#core/calendar/typedDay';
import { houseStyle } from '#core/wording/houseStyle';
import { useShell } from '#islands/shell/useShell';

/** What a typed day is read against on this page. */
export function useDayContext(from: PlainDate | null = null): DayContext {
  const { today } = useShell();
  return { today, order: houseStyle().order, from };
}
