import { addDays, type PlainDate } from '#core/calendar/days';

/** Whole days of the business's clocks, both included. */
export type Period = { readonly from: PlainDate; readonly until: PlainDate };

/** The month that was over last, which is what is reported most. */
export function lastMonth(today: PlainDate): Period {
  const until = addDays(`${today.slice(0, 7)}-01` as PlainDate, -1);
  return { from: `${until.slice(0, 7)}-01` as PlainDate, until };
}
