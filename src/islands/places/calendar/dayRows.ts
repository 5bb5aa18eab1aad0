import type { CalendarEntry, CalendarView } from '#contracts/places/timeViews';
import { addDays, type PlainDate } from '#core/calendar/days';
import { dateOf } from '#core/calendar/wallTime';

export type DayRow = {
  readonly date: PlainDate;
  /** What begins that day; then what goes on from an earlier one, and what ends on it. */
  readonly entries: readonly { readonly entry: CalendarEntry; readonly part: 'whole' | 'begins' | 'goesOn' | 'ends' }[];
  readonly dates: CalendarView['dates'];
  readonly blocks: CalendarView['blocks'];
  readonly closed: string | null;
};

const partOf = (entry: CalendarEntry, date: PlainDate): DayRow['entries'][number]['part'] => {
  const begins = dateOf(entry.start) === date;
  const ends = dateOf(entry.end) === date;
  return begins ? (ends ? 'whole' : 'begins') : ends ? 'ends' : 'goesOn';
};
const orders = { whole: 0, begins: 0, ends: 1, goesOn: 2 } as const;

const touches = ({ start, end }: { start: string; end: string }, date: PlainDate): boolean =>
  start.slice(0, 10) <= date && date <= end.slice(0, 10);

/** The days of a view, one after the other, each with what is on it. */
export function dayRows(view: CalendarView, from: PlainDate, to: PlainDate): DayRow[] {
  const rows: DayRow[] = [];
  const closed = new Map(view.closed.map(({ date, note }) => [date, note]));
  for (let date = from; date <= to; date = addDays(date, 1)) {
    const on = view.entries
      .filter((entry) => touches(entry, date))
      .map((entry) => ({ entry, part: partOf(entry, date) }))
      .sort((a, b) => orders[a.part] - orders[b.part] || (a.entry.start < b.entry.start ? -1 : 1));
    rows.push({
      date,
      entries: on,
      dates: view.dates.filter((each) => dateOf(each.start) === date),
      blocks: view.blocks.filter((each) => touches(each, date)),
      closed: closed.get(date) ?? null,
    });
  }
  return rows;
}
