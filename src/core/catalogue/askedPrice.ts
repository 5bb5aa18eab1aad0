import type { BookingRules } from '#core/places/rules';
import type { WallTime } from '#core/calendar/wallTime';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { price, type PriceInput } from '#core/price/price';
import { type PriceBasis, type ServiceExtra, unitsBetween } from '#core/catalogue/service';

export type Priced = {
  readonly name: string;
  readonly currency: string;
  readonly basis: PriceBasis;
  readonly unitPrice: Minor;
  readonly taxMode: 'exclusive' | 'inclusive';
  readonly taxCodes: readonly string[];
  readonly extras: readonly ServiceExtra[];
};
export type AskedOf = {
  readonly start: WallTime;
  readonly end: WallTime;
  readonly count: number;
  /** How many of each extra, by its id. */
  readonly extras: Readonly<Record<string, number>>;
};

/** How many of its basis are charged: the length of the stay, times the units where units are what is booked. */
export function quantityOf(
  basis: PriceBasis,
  counts: BookingRules['counts'],
  asked: Pick<AskedOf, 'start' | 'end' | 'count'>,
  timeZone: string,
): Decimal {
  const { start, end, count } = asked;
  if (basis === 'person' || basis === 'unit') return String(count) as Decimal;
  const length = Number(unitsBetween(basis, { start, end, timeZone }));
  return String(counts === 'units' ? length * count : length) as Decimal;
}

const lengthWords = { hour: 'hour', day: 'day', night: 'night' } as const;

/** `2 × 10-inch Dobsonian, 3 days`, `Dome evening, 4 guests`: how a booking that a client makes is called. */
export function askedTitle(
  { name, basis }: Pick<Priced, 'name' | 'basis'>,
  counts: BookingRules['counts'],
  { start, end, count }: Pick<AskedOf, 'start' | 'end' | 'count'>,
  timeZone: string,
): string {
  const plural = (number: number, word: string): string => `${number} ${word}${number === 1 ? '' : 's'}`;
  const parts = [counts === 'units' && count > 1 ? `${count} × ${name}` : name];
  if (basis === 'hour' || basis === 'day' || basis === 'night')
    parts.push(plural(Number(unitsBetween(basis, { start, end, timeZone })), lengthWords[basis]));
  if (counts === 'guests') parts.push(plural(count, 'guest'));
  return parts.join(', ');
}

/** The price of what a client asks for, the same in the browser and the server. */
export function askedPrice(
  service: Priced,
  counts: BookingRules['counts'],
  asked: AskedOf,
  { timeZone, rates }: { readonly timeZone: string; readonly rates: PriceInput['taxes'] },
): PriceInput {
  const { name, currency, basis, unitPrice, taxMode, taxCodes: taxes, extras } = service;
  const quantity = quantityOf(basis, counts, asked, timeZone);
  const chosen = extras.flatMap(({ id, label, unitPrice: each }) => {
    const count = Object.hasOwn(asked.extras, id) ? asked.extras[id]! : 0;
    return count > 0 ? [{ id, label, quantity: String(count) as Decimal, unitPrice: each, taxes }] : [];
  });
  return {
    currency,
    taxMode,
    taxes: rates,
    lines: [{ id: 'service', label: name, quantity, unitPrice, taxes }, ...chosen],
  };
}

/** What one costs whoever books it, with the taxes on top: consumers are told no price without them. */
export function unitInAll(
  { currency, taxMode, taxCodes: taxes }: Pick<Priced, 'currency' | 'taxMode' | 'taxCodes'>,
  unitPrice: Minor,
  rates: PriceInput['taxes'],
): Minor {
  const line = { id: 'one', label: '', quantity: '1' as Decimal, unitPrice, taxes };
  return price({ currency, taxMode, taxes: rates, lines: [line] }).total;
}

/** The extra whose number is out of what the service lets, or that it does not have; null where all are fine. */
export function extraOutOfLimits(
  extras: readonly ServiceExtra[],
  asked: Readonly<Record<string, number>>,
): string | null {
  const wrong = Object.entries(asked).find(([id, count]) => {
    const extra = extras.find((each) => each.id === id);
    return !extra || !Number.isInteger(count) || count < 0 || count > extra.most;
  });
  return wrong?.[0] ?? null;
}
