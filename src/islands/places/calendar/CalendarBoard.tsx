import { calendar as calendarRoute } from '#contracts/routes/places';
import { type CalendarAt, type CalendarFace, calendarFaces } from '#contracts/bookings/bookingsQuery';
import type { CalendarView } from '#contracts/places/timeViews';
import { addDays, addMonthsClamped, type PlainDate } from '#core/calendar/days';

import { shortDate } from '#core/wording/days';
import { read } from '#islands/api';
import { BookingsHead } from '#islands/bookings/list/BookingsHead';
import { sameNarrowed, useNarrowed } from '#islands/bookings/list/useNarrowed';
import { CalendarGrid } from '#islands/places/calendar/CalendarGrid';
import { DayList } from '#islands/places/calendar/DayList';
import { placeDays, PlaceBoard } from '#islands/places/calendar/PlaceBoard';
import { type Move, MoveDialog } from '#islands/bookings/change/MoveDialog';
import { monthName } from '#islands/parts/months';
import { MoreOnDays } from '#islands/parts/MoreOnDays';
import { Problem } from '#islands/parts/Problem';
import { useShell } from '#islands/shell/useShell';
import { Button, Group, SegmentedControl } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styles from './Calendar.module.css';

const words = { days: 'Days', day: 'Day', week: 'Week', month: 'Month', places: 'By place' } as const satisfies Record<
  CalendarFace,
  string
>;
/** Hours of a day need more width than a phone has. */
const onPhone = ['days', 'month', 'places'] as const;
/** Of the list of days: how many it shows at a time. */
const listed = 14;

const later: Readonly<Record<CalendarFace, (day: PlainDate, by: 1 | -1) => PlainDate>> = {
  days: (day, by) => addDays(day, by * listed),
  day: (day, by) => addDays(day, by),
  week: (day, by) => addDays(day, by * 7),
  month: (day, by) => addMonthsClamped(day, by),
  places: (day, by) => addDays(day, by * 7),
};

type Props = { readonly view: CalendarView; readonly at: CalendarAt };

/** Days, a week, a month; what is dragged to another time is shown with its money before it is done. */
export function CalendarBoard({ view: given, at }: Props) {
  const { today } = useShell();
  const narrow = useMediaQuery('(max-width: 48em)', false, { getInitialValueInEffect: false });
  const [chosen, setChosen] = useState<CalendarFace | null>(at.view);
  const [day, setDay] = useState<PlainDate>(at.day ?? today);
  // A week cannot be read on a phone.
  const face = narrow && (chosen === 'day' || chosen === 'week') ? 'days' : (chosen ?? (narrow ? 'days' : 'week'));
  const [narrowed, setNarrowed] = useNarrowed('calendar', given, {
    ...(chosen ? { view: chosen } : {}),
    ...(day === today ? {} : { day }),
  });
  const [grid, setGrid] = useState({ from: given.from, to: given.to });
  const listing = face === 'days' || face === 'places';
  const range = listing ? { from: day, to: addDays(day, Math.max(listed, placeDays) - 1) } : grid;
  const [move, setMove] = useState<(Move & { readonly undo: () => void }) | null>(null);
  const untouched = range.from === given.from && range.to === given.to && sameNarrowed(narrowed, given);
  const { data, isError, refetch } = useQuery({
    queryKey: ['calendar', range.from, range.to, narrowed],
    queryFn: () => read(calendarRoute, { ...range, ...narrowed }),
    ...(untouched ? { initialData: given } : {}),
    placeholderData: (before) => before,
    refetchInterval: 15_000,
  });
  const view = data ?? given;
  return (
    <>
      <BookingsHead face="calendar" narrowed={narrowed} counts={view.counts} change={setNarrowed}>
        <span className={styles.shown}>{listing ? '' : face === 'month' ? monthName(day) : shortDate(day, today)}</span>
        <Group gap={6}>
          <Button variant="default" onClick={() => setDay(later[face](day, -1))} aria-label={`Earlier ${face}`}>
            ‹
          </Button>
          <Button variant="default" onClick={() => setDay(today)}>
            Today
          </Button>
          <Button variant="default" onClick={() => setDay(later[face](day, 1))} aria-label={`Later ${face}`}>
            ›
          </Button>
          <SegmentedControl
            size="xs"
            aria-label="What is shown"
            value={face}
            onChange={(value) => setChosen(value as CalendarFace)}
            data={(narrow ? onPhone : calendarFaces).map((value) => ({ value, label: words[value] }))}
          />
        </Group>
      </BookingsHead>
      {isError && <Problem problem={{ code: 'no_connection' }} currency="" />}
      <MoreOnDays more={view.more} shown={view.entries.length} />
      {face === 'days' ? (
        <DayList view={view} from={range.from} to={range.to} />
      ) : face === 'places' ? (
        <PlaceBoard view={view} from={day} moved={(to) => setMove({ ...to, undo: () => undefined })} />
      ) : (
        <CalendarGrid
          view={view}
          face={face}
          day={day}
          openDay={(date) => {
            setDay(date);
            setChosen('day');
          }}
          moved={(to, undo) => setMove({ ...to, undo })}
          shows={setGrid}
        />
      )}
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
