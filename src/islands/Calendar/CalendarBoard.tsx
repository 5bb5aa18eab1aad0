import { calendar as calendarRoute } from '#contracts/routes/places/calendar';
import type { CalendarView } from '#contracts/timeViews';
import { addDays, type PlainDate } from '#core/calendar/days';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { longDate } from '#core/wording/days';
import { read } from '#islands/api';
import { droppedAt, eventsOf, firstHour } from '#islands/Calendar/calendarEvents';
import { type Move, MoveDialog } from '#islands/Change/MoveDialog';
import { monthName } from '#islands/Book/months';
import { stageWords } from '#islands/format/stageWords';
import { PageHead } from '#islands/parts/PageHead';
import { Problem } from '#islands/parts/Problem';
import { useShell } from '#islands/shell/useShell';
import FullCalendar, { type CalendarRef } from '@fullcalendar/react';
import dayGrid from '@fullcalendar/react/daygrid';
import interaction from '@fullcalendar/react/interaction';
import '@fullcalendar/react/skeleton.css';
import classicTheme from '@fullcalendar/react/themes/classic';
import '@fullcalendar/react/themes/classic/palette.css';
import '@fullcalendar/react/themes/classic/theme.css';
import timeGrid from '@fullcalendar/react/timegrid';
import { Button, Group, SegmentedControl } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import '../../theme/kinds.css';
import './calendar.css';

const dayHeading = (date: PlainDate, view: string): string =>
  view === views.month ? longDate(date, date).slice(0, 3) : longDate(date, date);

const views = { day: 'timeGridDay', week: 'timeGridWeek', month: 'dayGridMonth' } as const;
type ViewName = keyof typeof views;

/** Day, week and month; a booking is dragged to another time, and what that does is shown before it is done. */
export default function CalendarBoard({ view: given }: { readonly view: CalendarView }) {
  const { now, zone } = useShell();
  const today = localDate(now, zone);
  const [range, setRange] = useState({ from: given.from, to: given.to });
  const [name, setName] = useState<ViewName>('week');
  const [shown, setShown] = useState<PlainDate>(today);
  const [move, setMove] = useState<(Move & { readonly undo: () => void }) | null>(null);
  const calendar = useRef<CalendarRef>(null);
  const { data, isError, refetch } = useQuery({
    queryKey: ['calendar', range.from, range.to],
    queryFn: () => read(calendarRoute, range),
    ...(range.from === given.from ? { initialData: given } : {}),
    placeholderData: (before) => before,
    refetchInterval: 15_000,
  });
  const api = () => calendar.current!.getApi();
  const choose = (next: ViewName): void => {
    setName(next);
    api().changeView(views[next]);
  };
  return (
    <>
      <PageHead title={<h1>{monthName(shown)}</h1>}>
        <Group gap={6}>
          <Button variant="default" onClick={() => api().prev()} aria-label={`Earlier ${name}`}>
            ‹
          </Button>
          <Button variant="default" onClick={() => api().today()}>
            Today
          </Button>
          <Button variant="default" onClick={() => api().next()} aria-label={`Later ${name}`}>
            ›
          </Button>
          <SegmentedControl
            aria-label="What is shown"
            value={name}
            onChange={(value) => choose(value as ViewName)}
            data={[
              { value: 'day', label: 'Day' },
              { value: 'week', label: 'Week' },
              { value: 'month', label: 'Month' },
            ]}
          />
        </Group>
      </PageHead>
      {isError && <Problem problem={{ code: 'no_connection' }} currency="EUR" />}
      <div className="ostendo-calendar">
        <FullCalendar
          ref={calendar}
          plugins={[dayGrid, timeGrid, interaction, classicTheme]}
          initialView={views.week}
          headerToolbar={false}
          timeZone="UTC"
          now={`${wallOfInstant(now, zone)}:00Z`}
          firstDay={1}
          nowIndicator
          slotMinTime="08:00:00"
          slotMaxTime="26:00:00"
          scrollTime={firstHour(given, today)}
          allDayText="several days"
          nextDayThreshold="06:00:00"
          slotHeaderFormat={{ hour: '2-digit', minute: '2-digit', hour12: false }}
          eventTimeFormat={{ hour: '2-digit', minute: '2-digit', hour12: false }}
          dayHeaderContent={({ date, view: { type } }) =>
            dayHeading(new Date(date).toISOString().slice(0, 10) as PlainDate, type)
          }
          height="100%"
          dayMaxEvents
          eventInteractive
          eventDurationEditable={false}
          navLinks
          navLinkDayClick={(date) => {
            setName('day');
            api().changeView(views.day, date);
          }}
          events={[...eventsOf(data ?? given)]}
          eventContent={({ event, timeText, view: { type } }) => {
            const { entry, note } = event.extendedProps as ReturnType<typeof eventsOf>[number]['extendedProps'];
            return (
              <div
                className={event.allDay || type === views.month ? 'entry line' : 'entry'}
                title={`${event.title}, ${note}`}
              >
                <b>
                  {timeText && <span className="num">{timeText} </span>}
                  {event.title}
                </b>
                <span>{note}</span>
                {entry && <span className="stage">{entry.late > 0 ? 'late' : stageWords[entry.stage]}</span>}
              </div>
            );
          }}
          eventClick={({ event }) => {
            const { entry } = event.extendedProps as ReturnType<typeof eventsOf>[number]['extendedProps'];
            if (entry) location.assign(`/bookings/${entry.number}`);
          }}
          eventDrop={({ event, revert }) => {
            const { entry } = event.extendedProps as ReturnType<typeof eventsOf>[number]['extendedProps'];
            const start = entry && droppedAt(entry, new Date(event.start!).toISOString(), event.allDay);
            if (entry && start && start !== entry.start) setMove({ number: entry.number, start, undo: revert });
            else revert();
          }}
          datesSet={({ start, end, view }) => {
            const date = (at: Date): PlainDate => new Date(at).toISOString().slice(0, 10) as PlainDate;
            setRange({ from: date(start), to: addDays(date(end), 1) });
            setShown(date(view.currentStart));
          }}
        />
      </div>
      {move && (
        <MoveDialog
          move={move}
          close={(moved) => {
            if (!moved) move.undo();
            setMove(null);
            void refetch();
          }}
        />
      )}
    </>
  );
}
