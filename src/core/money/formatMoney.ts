import { currencyExponent } from '#core/money/currency';
import type { Minor } from '#core/money/minor';

const group = (digits: string): string => digits.replace(/\B(?=(\d{3})+$)/g, ',');

/**
 * The sum with its currency's digits, without its sign: `1,680.00`, `12,000`, `3.500`.
 * @example formatAmount(minor(168000), 'EUR') // '1,680.00'
 * @example formatAmount(minor(12000), 'JPY') // '12,000'
 */
export function formatAmount(amount: Minor, currency: string): string {
  const exponent = currencyExponent(currency);
  const digits = String(Math.abs(amount)).padStart(exponent + 1, '0');
  const whole = group(digits.slice(0, digits.length - exponent));
  const sign = amount < 0 ? '−' : '';
  return exponent === 0 ? sign + whole : `${sign}${whole}.${digits.slice(-exponent)}`;
}

const signs: Readonly<Record<string, string>> = { EUR: '€', USD: 'US$', GBP: '£', JPY: '¥' };

/** The sum with its currency before it: `€ 1,680.00`; the code where the currency has no usual sign. */
export const formatMoney = (amount: Minor, currency: string): string =>
  `${signs[currency] ?? currency}\u00a0${formatAmount(amount, currency)}`;
