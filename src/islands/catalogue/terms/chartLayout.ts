import type { BookingState } from '#core/bookings/bookingState';
import { dayNumber, type PlainDate } from '#core/calendar/days';
import { type Instant, secondsOf } from '#core/calendar/instant';
import { dateOf } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import { cancellationSteps, type CancellationStep } from '#core/cancellation/steps';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { paidOnTime } from '#core/terms/example';
import { shortDate } from '#core/wording/days';
import { scaleLinear } from 'd3-scale';

/** Its units are pixels on a phone and nearly so on a desk, so that letters keep their size. */
export const chartWidths = { desk: 560, phone: 362 } as const;
export const chart = { height: 236, left: 14, right: 14, base: 132, tallest: 76, serviceTop: 14 } as const;

export type Bar = {
  readonly key: string;
  readonly x: number;
  readonly height: number;
  readonly mark: 'due' | 'now' | 'security';
  /** Null where it would run into the one before it. */
  readonly label: string | null;
  /** At its left, where the drawing ends at its right. */
  readonly labelBefore: boolean;
  readonly said: string;
};
export type CoverPiece = { readonly key: string; readonly x: number; readonly width: number; readonly row: 0 | 1 };
export type StepPiece = {
  readonly key: string;
  readonly x: number;
  readonly width: number;
  readonly kind: 'back' | 'part' | 'all';
  readonly label: string | null;
  readonly said: string;
};
export type ChartLayout = {
  readonly agreedX: number;
  readonly startX: number;
  readonly endX: number;
  readonly bars: readonly Bar[];
  readonly open: { readonly amount: Minor; readonly text: string } | null;
  readonly cover: readonly CoverPiece[];
  readonly steps: readonly StepPiece[];
  readonly ticks: readonly { readonly x: number; readonly text: string }[];
  /** Days that a movement of one unit of the drawing is worth. */
  readonly daysPerUnit: number;
};

/** Letters of a label are some six units wide. */
const labelWidth = (text: string): number => text.length * 6 + 6;

/** The example booking over time: everything that the drawing shows, in its units. */
export function chartLayout(bookingState: BookingState, width: number = chartWidths.desk): ChartLayout {
  const { plan, agreed, startAt, endAt } = bookingState;
  const { timeZone, currency } = agreed;
  const agreedAt = instantOfWall(agreed.agreed, timeZone);
  const moments = [
    ...plan.instalments.flatMap((part) => (part.dueAt ? [part.dueAt] : [])),
    agreedAt,
    endAt,
    ...(plan.hold ? [plan.hold.until] : []),
  ].map(secondsOf);
  const [first, last] = [Math.min(...moments), Math.max(...moments)];
  const { left, right } = chart;
  const x = scaleLinear()
    .domain([first, Math.max(last, first + 86_400)])
    .range([left, width - right]);
  const at = (moment: Instant): number => x(secondsOf(moment));
  return {
    agreedX: at(agreedAt),
    startX: at(startAt),
    endX: at(endAt),
    bars: barsOf(bookingState, at, width),
    open: plan.open > 0 ? { amount: plan.open, text: `${formatAmount(plan.open, currency)} has no day yet` } : null,
    cover: (plan.hold?.authorisations ?? []).map((link, index) => ({
      key: link.place,
      x: at(link.place),
      width: Math.max(2, at(link.expires < plan.hold!.until ? link.expires : plan.hold!.until) - at(link.place)),
      row: (index % 2) as 0 | 1,
    })),
    steps: stepsOf(bookingState, at, width),
    ticks: ticksOf({ first, last, timeZone, width }, x),
    daysPerUnit: Math.max(last - first, 86_400) / 86_400 / (width - left - right),
  };
}

function barsOf({ plan, agreed }: BookingState, at: (moment: Instant) => number, width: number): Bar[] {
  const today = dateOf(agreed.agreed);
  const { currency } = agreed;
  const dated = plan.instalments.filter((part) => part.dueAt !== null);
  const most = Math.max(1, ...dated.map((part) => part.amount));
  let free = -Infinity;
  const stacked = new Map<number, number>();
  const spots = dated.map((part) => {
    const moment = Math.round(at(part.dueAt!));
    const before = stacked.get(moment) ?? 0;
    stacked.set(moment, before + 1);
    return moment + before * 15; // those of one moment stand side by side
  });
  return dated.map((part, index): Bar => {
    const x = spots[index]!;
    const next = spots[index + 1] ?? Infinity;
    const text = formatAmount(part.amount, currency);
    const labelBefore = x + 8 + labelWidth(text) > width;
    const from = labelBefore ? x - 8 - labelWidth(text) : x + 8;
    const fits = from >= free && (labelBefore || from + labelWidth(text) < next - 6);
    if (fits) free = from + labelWidth(text);
    return {
      key: part.key,
      x,
      height: Math.max(5, (chart.tallest * part.amount) / most),
      mark: part.origin === 'security' ? 'security' : part.now ? 'now' : 'due',
      label: fits ? text : null,
      labelBefore,
      said: `${part.name} ${text}, ${part.due === agreed.agreed.slice(0, 10) ? 'at agreement' : shortDate(part.due!, today)}`,
    };
  });
}

function stepsOf(bookingState: BookingState, at: (moment: Instant) => number, width: number): StepPiece[] {
  const { agreed } = bookingState;
  const today = dateOf(agreed.agreed);
  const { currency, timeZone, total } = agreed;
  const steps = cancellationSteps({
    ...agreed,
    terms: agreed.terms.cancellation,
    receiptsBy: paidOnTime(bookingState),
  });
  let free = -Infinity;
  return steps.map((step: CancellationStep, index): StepPiece => {
    const [x, end] = [at(step.from), at(step.until)];
    const text = step.keep === 0 ? 'all back' : `keep ${formatAmount(step.keep, currency)}`;
    // A sliver gives its room to the step that follows it.
    const sliver = end - x < 24 && index < steps.length - 1;
    const fits = !sliver && x >= free && x + labelWidth(text) < width;
    if (fits) free = x + labelWidth(text);
    return {
      key: step.from,
      x,
      width: Math.max(2, end - x),
      kind: step.keep === 0 ? 'back' : step.keep >= total ? 'all' : 'part',
      label: fits ? text : null,
      said: `from ${shortDate(localDate(step.from, timeZone), today)}: ${text}`,
    };
  });
}

function ticksOf(
  { first, last, timeZone, width }: { first: number; last: number; timeZone: string; width: number },
  x: (seconds: number) => number,
) {
  const days = Math.max(1, (last - first) / 86_400);
  const every = [1, 2, 7, 14, 28, 56, 91, 182, 365, 730].find((step) => days / step <= width / 90) ?? 1460;
  const start = localDate(new Date(first * 1000).toISOString().slice(0, 19).concat('Z') as Instant, timeZone);
  const ticks: { x: number; text: string }[] = [];
  for (let day = 0; day <= days; day += every) {
    const date = new Date((dayNumber(start) + day) * 86_400_000).toISOString().slice(0, 10) as PlainDate;
    const spot = x(first + day * 86_400);
    if (spot < width - 24) ticks.push({ x: spot, text: shortDate(date, start) });
  }
  return ticks;
}
