import type { CalendarView } from '#contracts/places/timeViews';
import { addDays, type PlainDate } from '#core/calendar/days';
import { dateOf } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { longDate } from '#core/wording/days';
import { droppedAt, eventsOf, firstHour, overToday } from '#islands/places/calendar/calendarEvents';
import { PaidMark } from '#islands/places/calendar/PaidMark';
import type { Move } from '#islands/bookings/change/MoveDialog';
import { useShell } from '#islands/shell/useShell';
import FullCalendar, { type CalendarRef } from '@fullcalendar/react';
import dayGrid from '@fullcalendar/react/daygrid';
import interaction from '@fullcalendar/react/interaction';
import '@fullcalendar/react/skeleton.css';
import classicTheme from '@fullcalendar/react/themes/classic';
import '@fullcalendar/react/themes/classic/palette.css';
import '@fullcalendar/react/themes/classic/theme.css';
import timeGrid from '@fullcalendar/react/timegrid';
import { useEffect, useRef } from 'react';
import '../../../theme/kinds.css';
import './calendar.css';

const views = { day: 'timeGridDay', week: 'timeGridWeek', month: 'dayGridMonth' } as const;
export type GridFace = keyof typeof views;

type Props = {
  readonly view: CalendarView;
  readonly face: GridFace;
  readonly day: PlainDate;
  readonly openDay: (date: PlainDate) => void;
  readonly moved: (move: Move, undo: () => void) => void;
  /** The days that the grid has come to show, those of the weeks around a month too. */
  readonly shows: (range: { from: PlainDate; to: PlainDate }) => void;
};
type Extended = ReturnType<typeof eventsOf>[number]['extendedProps'];

const dateIn = (at: Date): PlainDate => new Date(at).toISOString().slice(0, 10) as PlainDate;

/** Hours of days, or the days of a month. Today is framed as in the horizon, and what is over of it veiled. */
export function CalendarGrid({ view, face, day, openDay, moved, shows }: Props) {
  const { now, zone, today } = useShell();
  const wall = wallOfInstant(now, zone);
  const calendar = useRef<CalendarRef>(null);
  useEffect(() => {
    // After this render: the grid renders by itself, which React does not have inside one of its own.
    queueMicrotask(() => calendar.current?.getApi().changeView(views[face], day));
  }, [face, day]);
  const todays = (date: Date): string => (dateIn(date) === dateOf(wall) ? 'is-today' : '');
  return (
    <div className="ostendo-calendar">
      <FullCalendar
        ref={calendar}
        plugins={[dayGrid, timeGrid, interaction, classicTheme]}
        initialView={views[face]}
        initialDate={day}
        headerToolbar={false}
        timeZone="UTC"
        now={`${wall}:00Z`}
        firstDay={1}
        slotMinTime="08:00:00"
        slotMaxTime="26:00:00"
        scrollTime={firstHour(view, today)}
        allDayText="several days"
        nextDayThreshold="06:00:00"
        slotHeaderFormat={{ hour: '2-digit', minute: '2-digit', hour12: false }}
        eventTimeFormat={{ hour: '2-digit', minute: '2-digit', hour12: false }}
        dayHeaderContent={({ date, view: { type } }) => {
          const shown = dateIn(date);
          return type === views.month ? longDate(shown, shown).slice(0, 3) : longDate(shown, shown);
        }}
        dayHeaderClass={({ date, view: { type } }) => (type === views.month ? '' : todays(date))}
        dayLaneClass={({ date }) => todays(date)}
        dayCellClass={({ date }) => todays(date)}
        height="100%"
        dayMaxEvents
        moreLinkClass="more-bookings"
        moreLinkContent={({ num }) => `${num} more ${num === 1 ? 'booking' : 'bookings'}`}
        eventInteractive
        eventDurationEditable={false}
        navLinks
        navLinkDayClick={(date) => openDay(dateIn(date))}
        events={[...eventsOf(view), overToday(wall)]}
        eventContent={({ event, timeText, view: { type } }) => {
          const { entry, note } = event.extendedProps as Extended;
          const line = event.allDay || type === views.month;
          return (
            <div className={line ? 'entry line' : 'entry'} title={`${event.title}, ${note}`}>
              <b>
                {timeText && <span className="num">{timeText} </span>}
                {event.title}
              </b>
              {entry && <PaidMark entry={entry} strip={!line} />}
              <span>{note}</span>
            </div>
          );
        }}
        eventClick={({ event }) => {
          const { entry } = event.extendedProps as Extended;
          if (entry) location.assign(`/bookings/${entry.number}`);
        }}
        eventDrop={({ event, revert }) => {
          const { entry } = event.extendedProps as Extended;
          const start = entry && droppedAt(entry, new Date(event.start!).toISOString(), event.allDay);
          if (entry && start && start !== entry.start) moved({ number: entry.number, start }, revert);
          else revert();
        }}
        datesSet={({ start, end }) => shows({ from: dateIn(start), to: addDays(dateIn(end), 1) })}
      />
    </div>
  );
}
