import type { LanesView } from '#contracts/places/timeViews';
import { mostCounted, type Shell } from '#contracts/bookings/views';
import { addDays, type PlainDate } from '#core/calendar/days';
import { shortDate } from '#core/wording/days';
import type { Move } from '#islands/bookings/change/MoveDialog';
import { LaneBoard } from '#islands/places/lanes/LaneBoard';
import { useLanes } from '#islands/places/lanes/useLanes';
import { BookingsHead } from '#islands/bookings/list/BookingsHead';
import { useNarrowed } from '#islands/bookings/list/useNarrowed';
import { MoreOnDays } from '#islands/parts/MoreOnDays';
import { Problem } from '#islands/parts/Problem';
import { useReady } from '#islands/parts/useReady';
import { OwnerShell } from '#islands/shell/OwnerShell';
import { useShell } from '#islands/shell/useShell';
import { lazyComponent } from '#islands/parts/lazyComponent';
import { Button, Group, SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import styles from './Lanes.module.css';

const MoveDialog = lazyComponent(() => import('#islands/bookings/change/MoveDialog').then((part) => part.MoveDialog));

type Props = { readonly shell: Shell; readonly path: string; readonly view: LanesView };

export default function LanesPage({ shell, path, view }: Props) {
  return (
    <OwnerShell shell={shell} path={path}>
      <Lanes given={view} />
    </OwnerShell>
  );
}

const widths = { close: 44, weeks: 18, months: 7 } as const;

/** Bookings over time: the service, what is paid and due, the cover of the hold, and where nothing protects it. */
function Lanes({ given }: { readonly given: LanesView }) {
  const { today } = useShell();
  const ready = useReady();
  const [range, setRange] = useState({ from: given.from, to: given.to });
  const [zoom, setZoom] = useState<keyof typeof widths>('weeks');
  const [narrowed, setNarrowed] = useNarrowed('lanes', given);
  const [move, setMove] = useState<Move | null>(null);
  const { view, laneAt, lookAt, isError, isOfBefore, again } = useLanes(given, { ...range, ...narrowed });
  const shown = Math.min(view.count, mostCounted);
  const go = (days: number): void =>
    setRange({ from: addDays(range.from, days) as PlainDate, to: addDays(range.to, days) as PlainDate });
  return (
    <>
      <BookingsHead face="lanes" narrowed={narrowed} counts={view.counts} change={setNarrowed}>
        <span className={styles.days}>
          {shortDate(range.from, today)} to {shortDate(range.to, today)}
        </span>
        <Group gap={6}>
          <Button variant="default" onClick={() => go(-28)} aria-label="Four weeks earlier">
            ‹
          </Button>
          <Button variant="default" onClick={() => setRange({ from: given.from, to: given.to })}>
            Today
          </Button>
          <Button variant="default" onClick={() => go(28)} aria-label="Four weeks later">
            ›
          </Button>
          <SegmentedControl
            aria-label="How wide a day is"
            value={zoom}
            onChange={(value) => setZoom(value as keyof typeof widths)}
            data={[
              { value: 'close', label: 'Days' },
              { value: 'weeks', label: 'Weeks' },
              { value: 'months', label: 'Months' },
            ]}
          />
        </Group>
      </BookingsHead>
      {isError && <Problem problem={{ code: 'no_connection' }} currency="EUR" />}
      <MoreOnDays more={view.count > mostCounted} shown={shown} />
      <Legend />
      {view.count === 0 ? (
        <p className={styles.empty}>
          {narrowed.search || narrowed.stage !== 'all'
            ? 'Nothing in these weeks fits the search and the filter.'
            : 'Nothing is booked in these weeks.'}
        </p>
      ) : (
        ready && (
          <LaneBoard
            scale={{ ...view, dayWidth: widths[zoom] }}
            count={shown}
            laneAt={laneAt}
            lookAt={lookAt}
            busy={isOfBefore}
            moved={setMove}
          />
        )
      )}
      {move && (
        <MoveDialog
          move={move}
          close={() => {
            setMove(null);
            void again();
          }}
        />
      )}
    </>
  );
}

const Legend = () => (
  <ul className={styles.legend} aria-label="Marks">
    <li>
      <i className={styles.barSample} /> service
    </li>
    <li>
      <i className="m-received" /> received
    </li>
    <li>
      <i className="m-due" /> due
    </li>
    <li>
      <i className="m-late" /> late
    </li>
    <li>
      <i className={styles.holdSample} /> hold
    </li>
    <li>
      <i className={styles.gapSample} /> cover gap
    </li>
  </ul>
);
