import type { CalendarEntry, CalendarView, PlaceUse } from '#contracts/places/timeViews';
import { moveUnit } from '#contracts/routes/places';
import { addDays, type PlainDate } from '#core/calendar/days';
import { wallOfSeconds, wallSeconds } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { longDate, longWall } from '#core/wording/days';
import { movable } from '#islands/places/calendar/calendarEvents';
import { type PlaceRow, placeRows } from '#islands/places/calendar/placeRows';
import type { Move } from '#islands/bookings/change/MoveDialog';
import { stageWords } from '#islands/format/stageWords';
import { xOf } from '#islands/places/lanes/laneScale';
import { DragBar } from '#islands/parts/DragBar';
import { Problem } from '#islands/parts/Problem';
import { undoable } from '#islands/parts/undoable';
import { useRoute } from '#islands/parts/useRoute';
import { useShell } from '#islands/shell/useShell';
import { SegmentedControl } from '@mantine/core';
import { useMemo, useState } from 'react';
import '../../../theme/kinds.css';
import styles from './PlaceBoard.module.css';

/** Days at a time, and how wide one is; over hours a step is a quarter of one. */
const zooms = {
  days: { shown: 14, width: 76, step: 76 },
  hours: { shown: 3, width: 960, step: 10 },
} as const;
type Zoom = keyof typeof zooms;
const unitHeight = 30;
/** What is named between two midnights. */
const hours = [3, 6, 9, 12, 15, 18, 21];

type Props = {
  readonly view: CalendarView;
  readonly from: PlainDate;
  readonly moved: (move: Move) => void;
};
/** How many days the board reads at most. */
export const placeDays = zooms.days.shown;

/** A row for each place and a line for each of its units: what is taken, and how much is free. */
export function PlaceBoard({ view, from, moved }: Props) {
  const { now, zone, today } = useShell();
  const [zoom, setZoom] = useState<Zoom>('days');
  const { shown, width, step } = zooms[zoom];
  const rows = useMemo(() => placeRows(view, from, shown), [view, from, shown]);
  const entries = useMemo(() => new Map(view.entries.map((entry) => [entry.id, entry])), [view.entries]);
  const unit = useRoute(moveUnit);
  const scale = { from, to: addDays(from, shown - 1), dayWidth: width };
  const put = async (use: PlaceUse, to: number, undo = false): Promise<void> => {
    const done = await unit.run({ bookingId: use.bookingId!, placeId: use.placeId, unit: to });
    if (!done || undo) return;
    undoable(`unit-${use.bookingId}`, `Now on unit ${to}; the client’s price and days stay.`, () =>
      put(use, done.from, true),
    );
  };
  const dropped = (row: PlaceRow, use: PlaceUse, entry: CalendarEntry, by: { x: number; y: number }): void => {
    const lines = Math.round(by.y / unitHeight);
    if (by.x === 0) {
      const to = Math.min(Math.max(use.unit + lines, 1), row.units.length);
      if (to !== use.unit) void put(use, to);
      return;
    }
    const seconds = Math.round((by.x / width) * 86_400);
    moved({ number: entry.number, start: wallOfSeconds(wallSeconds(entry.start) + seconds) });
  };
  const ticks = Array.from({ length: shown }, (_, index) => addDays(from, index));
  const nowX = xOf(scale, wallOfInstant(now, zone));
  if (view.places.length === 0)
    return (
      <p className={styles.none}>
        Nobody and nothing is booked by place yet. People, rooms and stock stand under{' '}
        <a href="/set-up/places">Set-up</a>.
      </p>
    );
  return (
    <>
      <div className={styles.tools}>
        <SegmentedControl
          size="xs"
          aria-label="Over days or hours"
          value={zoom}
          onChange={(value) => setZoom(value as Zoom)}
          data={[
            { value: 'days', label: 'Over days' },
            { value: 'hours', label: 'Over hours' },
          ]}
        />
        <Problem problem={unit.problem} currency="" />
      </div>
      <div className={styles.board} tabIndex={0} role="region" aria-label="Places and what is free">
        <div className={styles.canvas} style={{ width: `calc(var(--name) + ${shown * width}px)` }}>
          <div className={styles.axis}>
            <span className={styles.corner} />
            {zoom === 'hours' &&
              ticks.flatMap((date, index) =>
                hours.map((hour) => (
                  <span
                    key={`${date}${hour}`}
                    className={styles.hour}
                    style={{ left: `calc(var(--name) + ${index * width + (hour * width) / 24}px)` }}
                  >
                    {String(hour).padStart(2, '0')}:00
                  </span>
                )),
              )}
            {ticks.map((date, index) => (
              <span
                key={date}
                className={styles.tick}
                data-today={date === today}
                style={{ left: `calc(var(--name) + ${index * width}px)`, width }}
              >
                {longDate(date, today)}
              </span>
            ))}
          </div>
          {nowX > 0 && nowX < shown * width && (
            <div className={styles.over} style={{ width: `${nowX}px` }} aria-hidden="true" />
          )}
          {rows.map((row) => (
            <section key={row.place.id} className={styles.place} aria-label={row.place.name}>
              <div className={styles.head}>
                <b className={styles.name}>{row.place.name}</b>
                {row.free.map((free, index) => (
                  <span
                    key={index}
                    className={styles.free}
                    data-none={free === 0}
                    style={{ left: `calc(var(--name) + ${index * width}px)`, width }}
                  >
                    {free === 0 ? 'full' : row.place.units === 1 ? 'free' : `${free} of ${row.place.units} free`}
                  </span>
                ))}
              </div>
              {row.units.map(({ unit: number, uses }) => (
                <div key={number} className={styles.unit} style={{ height: unitHeight }}>
                  <span className={styles.name}>{row.place.units > 1 ? `unit ${number}` : ''}</span>
                  <div className={styles.track}>
                    {uses.map((use) => {
                      const entry = use.bookingId ? entries.get(use.bookingId) : undefined;
                      const [left, right] = [xOf(scale, use.start), xOf(scale, use.end)];
                      const at = {
                        left: Math.max(left, 0),
                        width: Math.max(Math.min(right, shown * width) - Math.max(left, 0), 8),
                      };
                      if (right <= 0 || left >= shown * width) return null;
                      if (!entry)
                        return (
                          <span
                            key={`${use.start}${use.unit}`}
                            className={use.bookingId ? styles.other : styles.block}
                            style={at}
                            title={use.note || 'a booking that the filter leaves out'}
                          >
                            {use.note}
                          </span>
                        );
                      return (
                        <div key={`${use.start}${use.unit}`} className={`kind-${entry.colour}`}>
                          <DragBar
                            className={styles.bar!}
                            unsure={entry.stage === 'waiting' || entry.stage === 'enquiry'}
                            {...at}
                            label={`${entry.client}, ${entry.title}: ${stageWords[entry.stage]}, ${longWall(use.start, today)} to ${longWall(use.end, today)}`}
                            step={{ x: step, y: row.place.units > 1 ? unitHeight : 0 }}
                            how={
                              row.place.units > 1
                                ? 'Arrow keys move it in time or to another unit, Enter shows what that does.'
                                : 'Arrow keys move it in time, Enter shows what that does.'
                            }
                            drop={movable(entry) ? (by) => dropped(row, use, entry, by) : null}
                          />
                          <a
                            className={styles.who}
                            href={`/bookings/${entry.number}`}
                            style={{ left: at.left, maxWidth: at.width }}
                            tabIndex={-1}
                          >
                            {entry.client}
                          </a>
                        </div>
                      );
                    })}
                  </div>
                </div>
              ))}
              {row.place.units > row.units.length && (
                <p className={styles.more}>and {row.place.units - row.units.length} more units, counted above</p>
              )}
            </section>
          ))}
        </div>
      </div>
    </>
  );
}
