import type { ServiceLine, TaxLine } from '#contracts/catalogue/serviceViews';
import { formatAmount, formatPercent } from '#core/money/formatMoney';
import type { ServiceKind } from '#core/catalogue/service';
import { basisWords } from '#islands/bookings/newBooking/priceWords';

export const kindWords = {
  appointment: 'Appointment',
  rental: 'Rental',
  event: 'Event',
  project: 'Project',
} as const satisfies Record<ServiceKind, string>;

/** "55.00 a day", "480.00 for all of it", or that the price is agreed each time. */
export function priceOf({ basis, unitPrice, currency }: Pick<ServiceLine, 'basis' | 'unitPrice' | 'currency'>): string {
  if (unitPrice === 0) return 'agreed each time';
  const sum = formatAmount(unitPrice, currency);
  if (basis === 'fixed') return sum;
  const [one] = basisWords[basis];
  return `${sum} ${one === 'hour' ? 'an' : 'a'} ${one}`;
}

/** "VAT 23 % included". */
export function taxOf(
  { taxCodes, taxMode }: Pick<ServiceLine, 'taxCodes' | 'taxMode'>,
  taxes: readonly TaxLine[],
): string {
  const known = taxCodes.map((code) => taxes.find((tax) => tax.code === code)).filter((tax) => tax !== undefined);
  if (known.length === 0) return 'no tax';
  const named = known.map(({ label, rate }) => `${label} ${formatPercent(rate)}`).join(' and ');
  return `${named} ${taxMode === 'inclusive' ? 'included' : 'on top'}`;
}
