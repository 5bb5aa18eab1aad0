import type { NewBookingView } from '#contracts/views';
import { standing, type Standing } from '#core/booking/standing';
import { planOf } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';
import { isWallTime, type WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { OutOfRange } from '#core/outOfRange';
import type { Minor } from '#core/money/minor';
import { parseAmount } from '#core/money/parseAmount';
import type { ApiProblem } from '#islands/api';

export type Draft = {
  readonly clientName: string;
  readonly clientEmail: string;
  readonly serviceId: string;
  readonly title: string;
  readonly start: string;
  readonly end: string;
  readonly total: string;
  readonly termsId: string;
};
export type Field = keyof Draft;

export type Worked =
  | {
      readonly state: 'ready';
      readonly standing: Standing;
      readonly total: Minor;
      readonly start: WallTime;
      readonly end: WallTime;
    }
  | { readonly state: 'unfinished' }
  | { readonly state: 'refused'; readonly problem: ApiProblem };

/** What is wrong in a draft, field by field; only fields that hold something, unless all are asked for. */
export function draftFaults(draft: Draft, currency: string, all: boolean): Partial<Record<Field, string>> {
  const faults: Partial<Record<Field, string>> = {};
  const say = (field: Field, wrong: boolean, message: string): void => {
    if (wrong && (all || draft[field].trim() !== '')) faults[field] = message;
  };
  say('clientName', draft.clientName.trim() === '', 'a name is needed');
  say(
    'clientEmail',
    !/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(draft.clientEmail.trim()),
    'an e-mail address, such as maud@example.com',
  );
  say('title', draft.title.trim() === '', 'say what is booked');
  const total = parseAmount(draft.total, currency);
  say('total', total === null || total === 0, 'a price above zero, such as 480.00');
  say('start', !isWallTime(draft.start), 'a day and a time');
  say('end', !isWallTime(draft.end), 'a day and a time');
  if (!faults.end && draft.start && draft.end && draft.end < draft.start) faults.end = 'the end is before the start';
  return faults;
}

/** The plan of a draft as it would be agreed now, from the core that the server uses. */
export function workOut(
  draft: Draft,
  view: NewBookingView,
  about: { now: Instant; zone: string; currency: string },
): Worked {
  const { now, zone, currency } = about;
  const total = parseAmount(draft.total, currency);
  const terms = view.terms.find((each) => each.id === draft.termsId);
  const { start, end } = draft;
  if (!total || !terms || !isWallTime(start) || !isWallTime(end) || end < start) return { state: 'unfinished' };
  const agreed = { currency, timeZone: zone, agreed: wallOfInstant(now, zone), start, end, total, terms: terms.rules };
  try {
    const planned = planOf(agreed);
    if (!planned.ok) return { state: 'refused', problem: { code: planned.refusal.code } };
    return {
      state: 'ready',
      standing: standing(agreed, [{ kind: 'agreed', at: now, by: 'owner' }], now),
      total,
      start,
      end,
    };
  } catch (error) {
    if (error instanceof OutOfRange) return { state: 'refused', problem: { code: 'date_out_of_reach' } };
    throw error;
  }
}
