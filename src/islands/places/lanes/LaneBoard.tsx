import type { Lane } from '#contracts/places/timeViews';
import type { Instant } from '#core/calendar/instant';
import { wallOfInstant } from '#core/calendar/zoned';
import { formatCount, formatMoney } from '#core/money/formatMoney';
import { longWall, shortDate } from '#core/wording/days';
import type { Move } from '#islands/bookings/change/MoveDialog';
import { stageWords } from '#islands/format/stageWords';
import { type LaneScale, startAfter, ticksOf, widthOf, xOf } from '#islands/places/lanes/laneScale';
import { DragBar } from '#islands/parts/DragBar';
import { useShell } from '#islands/shell/useShell';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import '../../../theme/kinds.css';
import styles from './Lanes.module.css';

type Props = {
  readonly scale: LaneScale;
  /** How many there are, and each by its place: null where it is not here yet. */
  readonly count: number;
  readonly laneAt: (index: number) => Lane | null;
  /** Told which places are in view. */
  readonly lookAt: (from: number, to: number) => void;
  readonly busy: boolean;
  readonly moved: (move: Move) => void;
};

const laneHeight = 46;

/** Only the lanes in view are loaded and drawn: thousands scroll as easily as ten. */
export function LaneBoard({ scale, count, laneAt, lookAt, busy, moved }: Props) {
  const { now, zone, today } = useShell();
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => laneHeight,
    overscan: 8,
  });
  const drawn = rows.getVirtualItems();
  const [first, last] = [drawn[0]?.index ?? 0, drawn.at(-1)?.index ?? 0];
  useEffect(() => lookAt(first, last));
  const { from, to, dayWidth } = scale;
  const kept = useMemo(() => ({ from, to, dayWidth }), [from, to, dayWidth]);
  const width = widthOf(kept);
  const nowX = xOf(kept, wallOfInstant(now, zone));
  useLayoutEffect(() => {
    // Today a third into the picture; one begins with what is now.
    box.current?.scrollTo({ left: Math.max(0, nowX - 240) });
  }, [nowX]);
  return (
    <div className={styles.board} ref={box} aria-busy={busy} tabIndex={0} role="region" aria-label="Bookings over time">
      <div
        className={styles.canvas}
        style={{ width: `calc(var(--name) + ${width}px)`, height: rows.getTotalSize() + 34 }}
      >
        <div className={styles.axis}>
          <div className={styles.corner}>{formatCount(count)} bookings</div>
          {ticksOf(kept).map(({ date, x }) => (
            <span key={date} className={styles.tick} style={{ left: `calc(var(--name) + ${x}px)` }}>
              {shortDate(date, today)}
            </span>
          ))}
        </div>
        <div className={styles.now} style={{ left: `calc(var(--name) + ${nowX}px)` }} aria-hidden="true" />
        {drawn.map(({ index, start }) => {
          const lane = laneAt(index);
          const top = start + 34;
          return lane ? (
            <LaneRow key={lane.number} lane={lane} scale={kept} top={top} zone={zone} moved={moved} />
          ) : (
            <div key={index} className={styles.lane} style={{ top, height: laneHeight }} aria-busy="true">
              <span className={styles.name}>
                <i className={styles.coming} />
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}

type RowProps = {
  readonly lane: Lane;
  readonly scale: LaneScale;
  readonly top: number;
  readonly zone: string;
  readonly moved: (move: Move) => void;
};

const LaneRow = memo(function LaneRow({ lane, scale, top, zone, moved }: RowProps) {
  const { today } = useShell();
  const { number, client, title, stage, start, end, colour, marks, cover, been, currency } = lane;
  const { now } = useShell();
  const at = (instant: Instant): number => xOf(scale, wallOfInstant(instant, zone));
  const [left, right] = [xOf(scale, start), xOf(scale, end)];
  const movable = stage === 'secured' || stage === 'waiting' || stage === 'enquiry';
  return (
    <div className={styles.lane} style={{ top, height: laneHeight }}>
      <a className={styles.name} href={`/bookings/${number}`}>
        <b>{client}</b>
        <span>{title}</span>
      </a>
      <div className={styles.track}>
        {been.map(({ from, until, amount }) => (
          <span
            key={from}
            className={styles.cover}
            data-been="true"
            style={{ left: at(from), width: Math.max(at(until) - at(from), 2) }}
            title={`${formatMoney(amount, currency)} held until ${longWall(wallOfInstant(until, zone), today)}`}
          />
        ))}
        {cover && <Cover cover={cover} now={now} at={at} currency={currency} />}
        <DragBar
          className={`${styles.bar} kind-${colour}`}
          unsure={stage === 'waiting' || stage === 'enquiry'}
          left={left}
          width={Math.max(right - left, 6)}
          label={`${number}, ${client}, ${title}: ${stageWords[stage]}, ${longWall(start, today)} to ${longWall(end, today)}`}
          drop={movable ? ({ x }) => moved({ number, start: startAfter(scale, start, x) }) : null}
          step={{ x: scale.dayWidth, y: 0 }}
          how="Arrow keys move it by a day, Enter shows what that does."
        />
        {marks.map((mark, index) => (
          <i
            key={index}
            className={`${styles.mark} ${markClass[mark.state]}`}
            style={{ left: at(mark.at) }}
            title={`${formatMoney(mark.amount, currency)} ${mark.state}, ${longWall(wallOfInstant(mark.at, zone), today)}`}
          />
        ))}
      </div>
    </div>
  );
});

const markClass = { received: 'm-received', due: 'm-due', late: 'm-late', planned: 'm-due' } as const;

type CoverProps = {
  readonly cover: NonNullable<Lane['cover']>;
  readonly now: Instant;
  readonly at: (instant: Instant) => number;
  readonly currency: string;
};

/** The time that the hold will protect from now on, hatched, and after it what nothing protects. */
function Cover({ cover: { amount, from: begins, until, gapFrom, inForce }, now, at, currency }: CoverProps) {
  const ends = gapFrom ?? until;
  // What was is drawn from what the network gave.
  const from = begins < now ? now : begins;
  const sum = formatMoney(amount, currency);
  return (
    <>
      {ends > from && (
        <span
          className={styles.cover}
          data-planned={!inForce}
          style={{ left: at(from), width: at(ends) - at(from) }}
          title={`${sum} ${inForce ? 'held' : 'to be held'}`}
        />
      )}
      {gapFrom && (
        <span
          className={styles.gap}
          style={{ left: at(gapFrom), width: at(until) - at(gapFrom) }}
          title={`Cover gap: ${sum}`}
        >
          gap
        </span>
      )}
    </>
  );
}
