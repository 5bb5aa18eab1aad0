import type { HorizonCover, TodayView } from '#contracts/bookings/views';
import { formatAmount } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { longDate, shortDate } from '#core/wording/days';
import { axisEnd, gapRows, heldByDay, startsWeek, isWeekend } from '#islands/bookings/today/horizonScale';
import { scaleBand, scaleLinear } from 'd3-scale';
import styles from './Horizon.module.css';

const width = 1040;
const left = 74;
const ground = 92;
const top = 10;
const bandTop = ground + 7;
const bandBottom = bandTop + 46;

const gapText = (cover: HorizonCover): string => `cover gap, ${cover.client.slice(0, 28)}`;
/** The names of gaps stand beneath the days. */
const gapTop = bandBottom + 40;

/** Five weeks: money in above the line, the cover of holds as a hatched band below it, gaps flagged where they will be. */
export function Horizon({ view, currency }: { readonly view: TodayView; readonly currency: string }) {
  const { days, covers, today } = view;
  const held = heldByDay(days, covers);
  const highest = axisEnd(days.map((day) => day.received + day.due + day.late));
  const deepest = Math.max(...held, 1);
  const x = scaleBand<string>()
    .domain(days.map((day) => day.date))
    .range([left, width])
    .padding(0.24);
  const y = scaleLinear()
    .domain([0, highest])
    .range([0, ground - top - 8])
    .clamp(true);
  const depth = scaleLinear()
    .domain([0, deepest])
    .range([0, bandBottom - bandTop]);
  const step = x.step();
  const gaps = gapRows(
    covers
      .filter((cover) => cover.gapFrom !== null && days.some((day) => day.date === cover.gapFrom))
      .map((cover) => {
        const point = x(cover.gapFrom!)! + x.bandwidth() / 2;
        const wide = 14 + gapText(cover).length * 6.6;
        // Near the right edge a name stands before its point, so that it does not run over.
        const before = point + wide > width;
        return { cover, point, before, at: before ? point - wide : point, width: wide };
      }),
  );
  const rows = Math.max(0, ...gaps.map(({ row }) => row + 1));
  const heldPath = days.map(({ date }, index) => {
    const from = x(date)! - (step - x.bandwidth()) / 2;
    const down = bandTop + depth(held[index]!);
    return `L${from},${down}L${from + step},${down}`;
  });
  const first = left + (x(days[0]!.date)! - left) - (step - x.bandwidth()) / 2;
  return (
    <div
      className={styles.scroll}
      tabIndex={0}
      role="group"
      aria-label="Money by day, from a week ago to four weeks ahead"
    >
      <svg viewBox={`0 0 ${width} ${176 + rows * 16}`} className={styles.horizon}>
        <defs>
          <pattern id="held" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="var(--surface)" />
            <rect width="3.5" height="7" fill="var(--held-fill)" />
          </pattern>
          <pattern id="late" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(30)">
            <rect width="6" height="6" fill="var(--surface)" />
            <rect width="1.5" height="6" fill="var(--late)" />
          </pattern>
        </defs>
        {days
          .filter((day) => isWeekend(day.date))
          .map(({ date }) => (
            <rect
              key={date}
              x={x(date)! - (step - x.bandwidth()) / 2}
              y={top}
              width={step}
              height={bandBottom - top}
              className={styles.weekend}
            />
          ))}
        <text x={left - 12} y={top + 12} className={styles.axis} textAnchor="end">
          {formatAmount(minor(highest), currency).replace(/[.,]0+$/, '')}
        </text>
        <text x={left - 12} y={ground + 4} className={styles.axis} textAnchor="end">
          0
        </text>
        <text x={left - 12} y={bandTop + 14} className={styles.axis} textAnchor="end">
          held
        </text>
        <path
          d={`M${first},${bandTop}${heldPath.join('')}L${first + step * days.length},${bandTop}Z`}
          className={styles.held}
        >
          <title>Held on cards</title>
        </path>
        {days.map((day) => (
          <Day key={day.date} day={day} x={x(day.date)!} band={x.bandwidth()} y={y} currency={currency} today={today} />
        ))}
        <line x1={left} x2={width} y1={ground} y2={ground} className={styles.ground} />
        <rect
          x={x(today)! - (step - x.bandwidth()) / 2 - 1}
          y={top - 4}
          width={step + 2}
          height={bandBottom - top + 8}
          rx="2"
          className={styles.today}
        />
        {gaps.map(({ cover, point: at, row }) => (
          <line
            key={cover.bookingId}
            x1={at}
            x2={at}
            y1={bandBottom + 4}
            y2={gapTop + row * 16}
            className={styles.leader}
          />
        ))}
        {gaps.map(({ cover, point: at, before, row }) => (
          <a key={cover.bookingId} href={`/bookings/${cover.number}`} className={styles.gap}>
            <path d={`M${at - 6},${bandBottom + 4}l6,-10l6,10z`} />
            <text x={at + (before ? -6 : 6)} y={gapTop + row * 16 + 3} textAnchor={before ? 'end' : 'start'}>
              {gapText(cover)}
            </text>
          </a>
        ))}
        {days
          .filter((day) => startsWeek(day.date) || day.date === today)
          .map(({ date }) => (
            <text
              key={date}
              x={x(date)! + x.bandwidth() / 2}
              y={bandBottom + 24}
              className={date === today ? styles.now : styles.axis}
              textAnchor="middle"
            >
              {date === today ? 'Today' : shortDate(date, today)}
            </text>
          ))}
      </svg>
      <ul className={styles.gaps} aria-label="Cover gaps">
        {gaps.map(({ cover }) => (
          <li key={cover.bookingId}>
            <a href={`/bookings/${cover.number}`}>
              {shortDate(cover.gapFrom!, today)}: {gapText(cover)}
            </a>
          </li>
        ))}
      </ul>
      <ul className={styles.legend}>
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
          <i className="m-held" /> held on cards
        </li>
        <li className={styles.unit}>{currency}</li>
      </ul>
    </div>
  );
}

type DayProps = {
  day: TodayView['days'][number];
  x: number;
  band: number;
  y: { (amount: number): number; invert: (height: number) => number };
  currency: string;
  today: TodayView['today'];
};

function Day({ day, x, band, y, currency, today }: DayProps) {
  const bars: { className: string; height: number; from: number; said: string }[] = [];
  let from = 0;
  const stack = (amount: TodayView['days'][number]['due'], className: string, word: string): void => {
    if (amount <= 0) return;
    const height = Math.max(y(amount), 3);
    bars.push({ className, height, from, said: `${formatAmount(amount, currency)} ${word}` });
    from += height + 2;
  };
  stack(day.received, styles.received!, 'received');
  stack(day.late, styles.late!, 'late');
  stack(day.due, styles.due!, 'due');
  if (bars.length === 0) return null;
  const cut = day.received + day.due + day.late > y.invert(ground - top - 8);
  const said = `${longDate(day.date, today)}: ${bars.map((bar) => bar.said).join(', ')}`;
  return (
    <a href={`/bookings?sort=next`} aria-label={said}>
      <title>{said}</title>
      {cut && (
        <text x={x + band + 4} y={top + 14} className={styles.axis}>
          {formatAmount(minor(day.received + day.due + day.late), currency).replace(/[.,]0+$/, '')}
        </text>
      )}
      {bars.map((bar) => (
        <rect
          key={bar.className}
          x={x}
          y={ground - bar.from - bar.height}
          width={band}
          height={bar.height}
          rx="1.5"
          className={bar.className}
        />
      ))}
      {cut && <path d={`M${x - 4},${top + 26}l${band + 8},-8`} className={styles.cut} />}
    </a>
  );
}
