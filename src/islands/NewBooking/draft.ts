import { emailAddressWanted, isEmailAddress } from '#core/emailAddress';
import type { ServiceLine } from '#contracts/serviceViews';
import type { NewBookingView } from '#contracts/views';
import { standing, type Standing } from '#core/booking/standing';
import { planOf } from '#core/booking/keptPlan';
import type { Instant } from '#core/calendar/instant';
import { isWallTime, type WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { OutOfRange } from '#core/outOfRange';
import type { Decimal } from '#core/money/decimal';
import { price, type PriceLine } from '#core/price/price';
import { settledTerms } from '#core/quote/settledTerms';
import { quantityOf } from '#core/services/askedPrice';
import { parseAmount } from '#core/money/parseAmount';
import type { SaidProblem } from '#islands/format/problemSentence';

export type Draft = {
  readonly clientName: string;
  readonly clientEmail: string;
  readonly serviceId: string;
  readonly title: string;
  readonly start: string;
  readonly end: string;
  /** Empty where the service's own price counts. */
  readonly total: string;
  /** How many of each extra, by its id. */
  readonly extras: Readonly<Record<string, number>>;
  readonly termsId: string;
  /** Guests or units, where the service counts them. */
  readonly count: string;
  readonly settling: 'online' | 'counter' | 'account';
  readonly accountDays: string;
};
export type Field = Exclude<keyof Draft, 'extras' | 'settling'>;

export type Worked =
  | {
      readonly state: 'ready';
      readonly standing: Standing;
      readonly lines: readonly PriceLine[];
      readonly start: WallTime;
      readonly end: WallTime;
    }
  | { readonly state: 'unfinished' }
  | { readonly state: 'refused'; readonly problem: SaidProblem };

/** What is wrong in a draft, field by field; only fields that hold something, unless all are asked for. */
export function draftFaults(
  draft: Draft,
  currency: string,
  all: boolean,
  priced = false,
): Partial<Record<Field, string>> {
  const faults: Partial<Record<Field, string>> = {};
  const say = (field: Field, wrong: boolean, message: string): void => {
    if (wrong && (all || draft[field].trim() !== '')) faults[field] = message;
  };
  say('clientName', draft.clientName.trim() === '', 'a name is needed');
  say('clientEmail', !isEmailAddress(draft.clientEmail.trim()), emailAddressWanted);
  say('title', draft.title.trim() === '', 'say what is booked');
  const total = parseAmount(draft.total, currency);
  say(
    'total',
    !(priced && draft.total.trim() === '') && (total === null || total === 0),
    'a price above zero, such as 480.00',
  );
  say('start', !isWallTime(draft.start), 'a day and a time');
  say('end', !isWallTime(draft.end), 'a day and a time');
  say('count', !/^[1-9]\d{0,3}$/.test(draft.count), 'a number from 1 on');
  say(
    'accountDays',
    draft.settling === 'account' && !(/^\d{1,3}$/.test(draft.accountDays) && Number(draft.accountDays) <= 365),
    'days, from 0 to 365',
  );
  if (!faults.end && draft.start && draft.end && draft.end < draft.start) faults.end = 'the end is before the start';
  return faults;
}

/** The service's own price for these dates; null where it has none, or the dates are not there yet. */
export function suggestedPrice(
  draft: Pick<Draft, 'start' | 'end' | 'count'>,
  service: ServiceLine | undefined,
  zone: string,
) {
  const { start, end } = draft;
  if (!service || service.unitPrice === 0 || !isWallTime(start) || !isWallTime(end) || end < start) return null;
  const asked = { start, end, count: Number(draft.count) || 1 };
  const counts = service.booking?.counts ?? 'nothing';
  return { quantity: quantityOf(service.basis, counts, asked, zone), unitPrice: service.unitPrice };
}

/** The lines of the price: the service at its own price or the one that was typed, and the extras that were chosen. */
function linesOf(draft: Draft, service: ServiceLine, about: { zone: string; currency: string }): PriceLine[] | null {
  const typed = parseAmount(draft.total, about.currency);
  const suggested = suggestedPrice(draft, service, about.zone);
  const main = draft.total.trim() === '' ? suggested : typed ? { quantity: '1' as Decimal, unitPrice: typed } : null;
  if (!main) return null;
  const taxes = [...service.taxCodes];
  const extras = service.extras.flatMap(({ id, label, unitPrice }): PriceLine[] => {
    const count = draft.extras[id] ?? 0;
    return count > 0 ? [{ id, label, quantity: String(count) as Decimal, unitPrice, taxes }] : [];
  });
  return [{ id: 'service', label: draft.title, ...main, taxes }, ...extras];
}

/** The plan of a draft as it would be agreed now, from the core that the server uses. */
export function workOut(
  draft: Draft,
  view: NewBookingView,
  about: { now: Instant; zone: string; currency: string },
): Worked {
  const { now, zone, currency } = about;
  const terms = view.terms.find((each) => each.id === draft.termsId);
  const service = view.services.find((each) => each.id === draft.serviceId);
  const { start, end } = draft;
  if (!service || !terms || !isWallTime(start) || !isWallTime(end) || end < start) return { state: 'unfinished' };
  const lines = linesOf(draft, service, about);
  if (!lines) return { state: 'unfinished' };
  try {
    const rates = Object.fromEntries(view.taxes.map(({ code, rate }) => [code, { rate }]));
    const { total } = price({ currency, taxMode: service.taxMode, taxes: rates, lines });
    const agreed = {
      currency,
      timeZone: zone,
      agreed: wallOfInstant(now, zone),
      start,
      end,
      total,
      terms: settledTerms(terms.rules, { settling: draft.settling, accountDays: Number(draft.accountDays) || 0 }),
    };
    const planned = planOf(agreed);
    if (!planned.ok) return { state: 'refused', problem: { code: planned.refusal.code } };
    const current = standing(agreed, [{ kind: 'agreed', at: now, by: 'owner' }], now);
    return { state: 'ready', standing: current, lines, start, end };
  } catch (error) {
    if (error instanceof OutOfRange) return { state: 'refused', problem: { code: 'date_out_of_reach' } };
    throw error;
  }
}
