import { waivedTerms } from '#core/catalogue/waiver';
import { CreateBooking } from '#contracts/bookings/owner';
import type { createBooking } from '#contracts/routes/bookings';
import type { SentTo } from '#contracts/routes/route';
import type { ServiceLine } from '#contracts/catalogue/serviceViews';
import type { NewBookingView } from '#contracts/bookings/views';
import { bookingState, type BookingState } from '#core/bookings/bookingState';
import { planOf } from '#core/bookings/keptPlan';
import type { Instant } from '#core/calendar/instant';
import { isWallTime, type WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { OutOfRange } from '#core/outOfRange';
import type { Decimal } from '#core/money/decimal';
import { price, type PriceLine } from '#core/price/price';
import { settledTerms } from '#core/quotes/settledTerms';
import { quantityOf } from '#core/catalogue/askedPrice';
import { parseAmount } from '#core/money/parseAmount';
import { faultsOf } from '#islands/parts/contractForm';
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
      readonly bookingState: BookingState;
      readonly lines: readonly PriceLine[];
      readonly start: WallTime;
      readonly end: WallTime;
    }
  | { readonly state: 'unfinished' }
  | { readonly state: 'refused'; readonly problem: SaidProblem };

type About = { readonly zone: string; readonly currency: string };

/** What is sent of a draft, as far as it is written: what is half typed goes as it is, for the contract to say so. */
export function bookingOf(
  draft: Draft,
  view: NewBookingView,
  about: About & { readonly requestKey: string },
): SentTo<typeof createBooking> {
  const service = view.services.find((each) => each.id === draft.serviceId);
  const { clientName, clientEmail, serviceId, title, termsId, settling } = draft;
  return {
    requestKey: about.requestKey,
    clientName,
    clientEmail,
    serviceId,
    title,
    start: draft.start as WallTime,
    end: draft.end as WallTime,
    lines: (service && linesOf(draft, service, about)) ?? [],
    termsId,
    count: (service?.booking?.counts ?? 'nothing') === 'nothing' ? undefined : wholeNumber(draft.count),
    settling: settling === 'online' ? undefined : settling,
    accountDays: settling === 'account' ? wholeNumber(draft.accountDays) : undefined,
  };
}
const wholeNumber = (typed: string): number => (/^\d{1,4}$/.test(typed.trim()) ? Number(typed) : NaN);

const typedIn = { lines: 'total' } as const;

/** What the contract does not take of a draft, by the field it was typed in; only fields that hold something, unless all are asked for. */
export function draftFaults(
  draft: Draft,
  view: NewBookingView,
  about: About,
  all: boolean,
): Partial<Record<Field, string>> {
  const sent = bookingOf(draft, view, { ...about, requestKey: 'not sent yet' });
  const found = faultsOf<Record<Field, string>>(CreateBooking, sent, typedIn);
  const faults = Object.entries(found).flatMap(([name, message]): [Field, string][] => {
    // The line is called as the booking is: its title says that it is missing.
    if (name.endsWith('.label')) return [];
    const field = (name.startsWith('lines') ? 'total' : name) as Field;
    return all || draft[field].trim() !== '' ? [[field, ownWords(field, draft) ?? message]] : [];
  });
  return Object.fromEntries(faults);
}
/** What a field says in its own words rather than in the contract's. */
function ownWords(field: Field, draft: Draft): string | null {
  if (field === 'total') return 'a price above zero, such as 480.00';
  return (field === 'start' || field === 'end') && !isWallTime(draft[field]) ? 'a day and a time' : null;
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
function linesOf(draft: Draft, service: ServiceLine, about: About): PriceLine[] | null {
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
      terms: settledTerms(waivedTerms(terms.rules, service.extras, { lines, total }), {
        settling: draft.settling,
        accountDays: Number(draft.accountDays) || 0,
      }),
    };
    const planned = planOf(agreed);
    if (!planned.ok) return { state: 'refused', problem: { code: planned.refusal.code } };
    const current = bookingState(agreed, [{ kind: 'agreed', at: now, by: 'owner' }], now);
    return { state: 'ready', bookingState: current, lines, start, end };
  } catch (error) {
    if (error instanceof OutOfRange) return { state: 'refused', problem: { code: 'date_out_of_reach' } };
    throw error;
  }
}
