import type { CalendarEntry, CalendarView } from '#contracts/places/timeViews';
import { addDays, type PlainDate } from '#core/calendar/days';
import { dateOf, type WallTime, wallSeconds } from '#core/calendar/wallTime';

/** What the grid draws. Wall times are given as if they stood in UTC: the business's clocks, wherever the browser is. */
export type GridEvent = {
  readonly id: string;
  readonly title: string;
  readonly start: string;
  readonly end: string;
  readonly editable: boolean;
  /** What takes longer than a day stands above the hours. */
  readonly allDay: boolean;
  readonly className: string;
  readonly display?: 'background' | undefined;
  readonly extendedProps: { readonly entry: CalendarEntry | null; readonly note: string };
};

const utc = (wall: string): string => `${wall}:00Z`;

type Span = Pick<GridEvent, 'start' | 'end' | 'allDay'>;
const longest = 24 * 3600;
function spanOf({ start, end }: Pick<CalendarEntry, 'start' | 'end'>): Span {
  return wallSeconds(end) - wallSeconds(start) > longest
    ? { start: dateOf(start), end: addDays(dateOf(end), 1), allDay: true }
    : { start: utc(start), end: utc(end), allDay: false };
}

/** The hour to begin the picture with: a little before the first of what is timed from today on. */
export function firstHour(view: CalendarView, today: PlainDate): string {
  const soon = [...view.entries, ...view.dates].filter(
    (each) => !spanOf(each).allDay && dateOf(each.start) >= today && dateOf(each.start) <= addDays(today, 6),
  );
  const first = soon.map(({ start }) => Number(start.slice(11, 13))).sort((a, b) => a - b)[0] ?? 10;
  return `${String(Math.max(8, first - 2)).padStart(2, '0')}:00:00`;
}

/** Where a booking begins that was dropped there: what stands above the hours keeps its time of day. */
export const droppedAt = (entry: CalendarEntry, at: string, allDay: boolean): WallTime =>
  (allDay ? `${at.slice(0, 10)}T${entry.start.slice(11)}` : at.slice(0, 16)) as WallTime;

/** What is over or under way is not dragged about. */
export const movable = ({ stage }: CalendarEntry): boolean =>
  stage === 'secured' || stage === 'waiting' || stage === 'enquiry';

export const eventsOf = (view: CalendarView): GridEvent[] => [
  ...view.entries.map((entry): GridEvent => ({
    id: entry.id,
    title: entry.client,
    editable: movable(entry),
    ...spanOf(entry),
    className: `kind-${entry.colour} stage-${entry.stage}${entry.late > 0 ? ' is-late' : ''}`,
    extendedProps: { entry, note: [entry.title, ...entry.places].join(' · ') },
  })),
  ...view.dates.map((date): GridEvent => ({
    id: `date-${date.id}`,
    title: date.service,
    editable: false,
    ...spanOf(date),
    className: 'is-date',
    extendedProps: { entry: null, note: `${date.taken} of ${date.seats} seats taken` },
  })),
  ...view.blocks.map((block): GridEvent => ({
    id: `block-${block.id}`,
    title: block.place,
    editable: false,
    ...spanOf(block),
    className: 'is-block',
    extendedProps: { entry: null, note: block.note },
  })),
  ...view.closed.map(({ date, note }): GridEvent => ({
    id: `closed-${date}`,
    title: note,
    start: date,
    end: addDays(date, 1),
    editable: false,
    allDay: true,
    className: 'is-closed',
    display: 'background',
    extendedProps: { entry: null, note },
  })),
];

/** Of today, the hours that are over: veiled, instead of a line for now. */
export const overToday = (now: WallTime): GridEvent => ({
  id: 'over-today',
  title: '',
  start: utc(`${dateOf(now)}T00:00`),
  end: utc(now),
  editable: false,
  allDay: false,
  className: 'is-over',
  display: 'background',
  extendedProps: { entry: null, note: '' },
});
