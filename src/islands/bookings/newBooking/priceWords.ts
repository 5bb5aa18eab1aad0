import type { Decimal } from '#core/money/decimal';
import { formatAmount } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { price } from '#core/price/price';
import type { PriceBasis } from '#core/catalogue/service';

export const basisWords = {
  fixed: ['for all of it', 'fixed price'],
  hour: ['hour', 'hours'],
  day: ['day', 'days'],
  night: ['night', 'nights'],
  person: ['person', 'people'],
  unit: ['piece', 'pieces'],
} as const satisfies Record<PriceBasis, readonly [one: string, many: string]>;

type Suggested = { readonly quantity: Decimal; readonly unitPrice: Minor };

export const suggestedTotal = ({ quantity, unitPrice }: Suggested): Minor =>
  price({ currency: 'XXX', taxMode: 'inclusive', taxes: {}, lines: [{ id: '', label: '', quantity, unitPrice }] })
    .total;

/** "9 days at 55.00": where the service's own price comes from. */
export function priceWords({ quantity, unitPrice }: Suggested, basis: PriceBasis, currency: string): string {
  if (basis === 'fixed') return 'the service’s own price';
  const [one, many] = basisWords[basis];
  return `${quantity} ${quantity === '1' ? one : many} at ${formatAmount(unitPrice, currency)}`;
}
