import type { PlainDate } from '#core/calendar/days';
import { longDate } from '#core/wording/days';
import { houseStyle } from '#core/wording/houseStyle';
import type { FreeDays } from '#islands/parts/useFreeDays';
import { DatePicker } from '@mantine/dates';

type Props = {
  readonly day: PlainDate | null;
  readonly month: PlainDate;
  readonly setMonth: (month: PlainDate) => void;
  readonly free: FreeDays | null;
  readonly today: PlainDate;
  readonly choose: (day: PlainDate | null) => void;
};

/** The small calendar of a field for days. */
export const DayCalendar = ({ day, month, setMonth, free, today, choose }: Props) => (
  <DatePicker
    value={day}
    date={month}
    onDateChange={(date) => setMonth(date as PlainDate)}
    firstDayOfWeek={houseStyle().weekStarts}
    weekendDays={[]}
    getDayProps={(date) => freeProps(free, date as PlainDate, today)}
    onChange={(chosen) => choose(chosen as PlainDate | null)}
  />
);

/** How a day of the small calendar is marked, where it is known what is free; what is taken can be chosen all the same. */
function freeProps(free: FreeDays | null, date: PlainDate, today: PlainDate) {
  const state = free?.get(date);
  const marked = state === undefined ? {} : { 'data-free': state };
  const said = state === undefined ? '' : state ? ', free' : ', not free';
  return { ...marked, 'data-now': date === today, 'aria-label': `${longDate(date, today)}${said}` };
}
