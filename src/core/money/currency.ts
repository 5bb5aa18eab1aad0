import { codesByExponent } from '#core/money/currencyTable';

const exponents = new Map(
  Object.entries(codesByExponent).flatMap(([exponent, codes]) =>
    codes.split(' ').map((code) => [code, Number(exponent)] as const),
  ),
);

/** What is proposed where nothing says which: no service is chosen, nobody has set anything up. */
export const usualCurrency = 'EUR';

export const isCurrency = (code: string): boolean => exponents.has(code);

/** How many digits the currency has after the point. @throws {RangeError} on a code that ISO 4217 does not list. */
export function currencyExponent(code: string): number {
  const exponent = exponents.get(code);
  if (exponent === undefined) throw new RangeError(`no active ISO 4217 currency with a minor unit: ${code}`);
  return exponent;
}
