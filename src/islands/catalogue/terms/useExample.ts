import { addDays, dayNumber } from '#core/calendar/days';
import { dateOf, timeOf, type WallTime, wallTime } from '#core/calendar/wallTime';
import { currencyExponent } from '#core/money/currency';
import { type Minor, minor } from '#core/money/minor';
import type { Example } from '#core/terms/example';
import { useShell } from '#islands/shell/useShell';
import { useState } from 'react';

const moved = (wall: WallTime, days: number): WallTime => wallTime(addDays(dateOf(wall), days), timeOf(wall));
const daysApart = (a: WallTime, b: WallTime): number => dayNumber(dateOf(b)) - dayNumber(dateOf(a));

/** Agreed today for a service of 16 days in six weeks; what is dragged keeps its hour, and the end never precedes the start. */
export function useExample(): {
  readonly example: Example;
  readonly move: (handle: 'agreed' | 'service' | 'end', days: number) => void;
  readonly setTotal: (total: Minor) => void;
  readonly usualTotal: Minor;
} {
  const { today, zone, business } = useShell();
  const usualTotal = minor(1680 * 10 ** currencyExponent(business.currency));
  const [example, setExample] = useState<Example>({
    currency: business.currency,
    timeZone: zone,
    agreed: `${today}T10:00` as WallTime,
    start: `${addDays(today, 42)}T18:00` as WallTime,
    end: `${addDays(today, 58)}T18:00` as WallTime,
    total: usualTotal,
  });
  const move = (handle: 'agreed' | 'service' | 'end', days: number): void =>
    setExample((before) => {
      if (handle === 'agreed') return { ...before, agreed: moved(before.agreed, days) };
      if (handle === 'service') return { ...before, start: moved(before.start, days), end: moved(before.end, days) };
      const shortest = -daysApart(before.start, before.end);
      return { ...before, end: moved(before.end, Math.max(days, shortest)) };
    });
  const setTotal = (total: Minor): void => setExample((before) => ({ ...before, total }));
  return { example, move, setTotal, usualTotal };
}
