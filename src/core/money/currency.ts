import { codesByExponent } from '#core/money/currencyTable';

const exponents = new Map(
  Object.entries(codesByExponent).flatMap(([exponent, codes]) =>
    codes.split(' ').map((code) => [code, Number(exponent)] as const),
  ),
);

/** What is proposed where nothing says which: no service is chosen, nobody has set anything up. */
export const usualCurrency = 'EUR';

export const isCurrency = (code: string): boolean => exponents.has(code);

/**
 * The same where a sum is only shown or handed out: none for what is no currency, so that one row of former times that has
 * such a code is read as it stands, and the rows beside it are read at all.
 */
export const shownExponent = (code: string): number => exponents.get(code) ?? 0;

/** How many digits the currency has after the point. @throws {RangeError} on a code that ISO 4217 does not list. */
export function currencyExponent(code: string): number {
  const exponent = exponents.get(code);
  if (exponent === undefined) throw new RangeError(`no active ISO 4217 currency with a minor unit: ${code}`);
  return exponent;
}
