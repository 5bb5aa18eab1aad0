declare const form: unique symbol;
/** An exact decimal that is not negative, with at most four places: `"12.5"`. Percentages, rates, quantities. */
export type Decimal = string & { readonly [form]: 'decimal' };

const pattern = /^(?:0|[1-9][0-9]*)(?:\.[0-9]{1,4})?$/;
export const decimalPlaces = 4;
export const decimalScale = 10_000n;

export const isDecimal = (text: string): text is Decimal => pattern.test(text);

/** @throws {RangeError} on a sign, an exponent, a leading zero, a bare point or a fifth place. */
export function decimal(text: string): Decimal {
  if (!isDecimal(text)) throw new RangeError(`not a decimal of at most four places: ${text}`);
  return text;
}

/** The decimal in units of one ten-thousandth: `"12.5"` → 125000n. */
export function tenThousandths(value: Decimal): bigint {
  const point = value.indexOf('.');
  if (point < 0) return BigInt(value) * decimalScale;
  return BigInt(value.slice(0, point) + value.slice(point + 1).padEnd(decimalPlaces, '0'));
}
