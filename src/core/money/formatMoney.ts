import { isCurrency, shownExponent } from '#core/money/currency';
import type { Minor } from '#core/money/minor';
import { type Figures, houseStyle } from '#core/wording/houseStyle';

/** What parts thousands, and what points off decimals. A space that does not break stands in figures. */
const marks: Readonly<Record<Figures, readonly [group: string, point: string]>> = {
  comma: [',', '.'],
  point: ['.', ','],
  space: ['\u00a0', ','],
  apostrophe: ['’', '.'],
};
const group = (digits: string): string => digits.replace(/\B(?=(\d{3})+$)/g, marks[houseStyle().figures][0]);

/**
 * The sum with its currency's digits, without its sign, in the business's style: `1,680.00`, `12,000`, `3.500`.
 * @example formatAmount(minor(168000), 'EUR') // '1,680.00'
 * @example formatAmount(minor(12000), 'JPY') // '12,000'
 */
export function formatAmount(amount: Minor, currency: string): string {
  const exponent = shownExponent(currency);
  const digits = String(Math.abs(amount)).padStart(exponent + 1, '0');
  const whole = group(digits.slice(0, digits.length - exponent));
  const sign = amount < 0 ? '−' : '';
  return exponent === 0 ? sign + whole : `${sign}${whole}${marks[houseStyle().figures][1]}${digits.slice(-exponent)}`;
}

const signs: Readonly<Record<string, string>> = { EUR: '€', USD: 'US$', GBP: '£', JPY: '¥' };

/** The sum with its currency: `€ 1,680.00`, or `1.680,00 €` in that style; the code where it has no usual sign, with a word where it is none. */
export function formatMoney(amount: Minor, currency: string): string {
  const sign = signs[currency] ?? (isCurrency(currency) ? currency : `${currency} (no currency)`);
  const figures = formatAmount(amount, currency);
  return houseStyle().sign === 'before' ? `${sign}\u00a0${figures}` : `${figures}\u00a0${sign}`;
}

/** A count as this business groups figures: `12,000`. */
export const formatCount = (count: number): string => group(String(count));

/** A percentage with the business's decimal mark: `12.5 %`, or `12,5 %`. */
export const formatPercent = (percent: string): string => `${percent.replace('.', marks[houseStyle().figures][1])} %`;
