import type { Hours, OpenSpan } from '#core/places/hours';
import { writtenTime } from '#core/wording/houseStyle';
import { groupsOfWeek } from '#core/places/week';

export const shortWeekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** "Mon", "Mon and Tue", "Tue to Sun", "Mon, Wed and Fri": three and more in a row are named by their ends. */
export function daysInWords(days: readonly number[]): string {
  const runs: number[][] = [];
  for (const day of [...days].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && last.at(-1) === day - 1) last.push(day);
    else runs.push([day]);
  }
  const pieces = runs.flatMap((run) =>
    run.length > 2
      ? [`${shortWeekdays[run[0]!]} to ${shortWeekdays[run.at(-1)!]}`]
      : run.map((day) => shortWeekdays[day]!),
  );
  return pieces.length < 2 ? (pieces[0] ?? '') : `${pieces.slice(0, -1).join(', ')} and ${pieces.at(-1)}`;
}

export const spansInWords = (spans: readonly OpenSpan[]): string =>
  spans.map(({ from, to }) => `${writtenTime(from)} to ${writtenTime(to)}`).join(' and ');

/** A week of opening hours in a line: "Tue to Sun 10:00 to 18:00; Mon closed". */
export function weekInWords(week: Hours['week']): string {
  const groups = groupsOfWeek(week);
  if (groups.length === 0) return 'closed on all days';
  const open = groups.map(
    ({ days, spans }) => `${days.length === 7 ? 'every day' : daysInWords(days)} ${spansInWords(spans)}`,
  );
  const closed = week.flatMap((spans, day) => (spans.length === 0 ? [day] : []));
  return [...open, ...(closed.length > 0 ? [`${daysInWords(closed)} closed`] : [])].join('; ');
}
