import { currencyExponent } from '#core/money/currency';
import { type Minor, minor } from '#core/money/minor';
import { houseStyle } from '#core/wording/houseStyle';

/** Points for commas and commas for points; `12.50` can only be meant as it stands. */
const turned = (text: string): string =>
  /^[^,]*\.\d{1,2}\D*$/.test(text) ? text : text.replace(/[.,]/g, (mark) => (mark === '.' ? ',' : '.'));

/**
 * Reads what a person types for a sum: `1,680`, `1680.5`, `€ 12.00`. A point is the decimal mark, commas and spaces
 * group; where the business writes `1.680,50` it is the other way round. Null where it is not a sum, is negative, or has
 * more digits than the currency.
 */
export function parseAmount(text: string, currency: string): Minor | null {
  const exponent = currencyExponent(currency);
  const { figures, sign } = houseStyle();
  const pointed = figures === 'point' || figures === 'space' ? turned(text) : text;
  const unsigned = sign === 'after' ? pointed.replace(/[\s\u00a0]*(\p{Sc}|[A-Z]{3})\s*$/u, '') : pointed;
  const bare = unsigned.replace(/^[^\d.,-]+/, '').replace(/[\s\u00a0,’'](?=\d{3}(\D|$))/g, '');
  const match = /^(\d{1,15})(?:\.(\d*))?$/.exec(bare.trim());
  if (!match || (match[2]?.length ?? 0) > exponent) return null;
  const units = Number(match[1]! + (match[2] ?? '').padEnd(exponent, '0'));
  return Number.isSafeInteger(units) ? minor(units) : null;
}
