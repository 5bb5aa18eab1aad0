import type { Decimal } from '#core/money/decimal';
import { least, type Minor, minor, sum } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import { divideRounded } from '#core/money/rounding';
import { decimalScale, tenThousandths } from '#core/money/decimal';
import { splitByWeight } from '#core/money/splitByWeight';
import { type TaxAmount, taxesExclusive, taxesInclusive } from '#core/price/taxes';

export type Discount = { readonly percent: Decimal } | { readonly amount: Minor };

export type PriceLine = {
  readonly id: string;
  readonly label: string;
  readonly quantity: Decimal;
  readonly unitPrice: Minor;
  readonly discount?: Discount | undefined;
  readonly taxes?: readonly string[] | undefined;
  /** An extra counts only where it is chosen; false is the same as none. */
  readonly extra?: boolean | undefined;
  readonly chosen?: boolean | undefined;
};

export type PriceInput = {
  readonly currency: string;
  readonly taxMode: 'exclusive' | 'inclusive';
  /** Rates by code; their order is the order of the taxes in the price. */
  readonly taxes: Readonly<Record<string, { readonly rate: Decimal }>>;
  readonly lines: readonly PriceLine[];
  readonly discount?: Discount | undefined;
};

export type PricedLine = { id: string; gross: Minor; discount: Minor; share: Minor; net: Minor };
export type Price = { lines: PricedLine[]; subtotal: Minor; discount: Minor; taxes: TaxAmount[]; total: Minor };

/** A percentage of the sum, rounded; or an amount, at most the sum. */
const discountOn = (amount: Minor, discount: Discount | undefined): Minor => {
  if (!discount) return 0 as Minor;
  return 'percent' in discount ? minor(percentOf(amount, discount.percent)) : least(discount.amount, amount);
};

/** The lines that count: every one but an extra that was not chosen. */
export const countedLines = ({ lines }: Pick<PriceInput, 'lines'>): readonly PriceLine[] =>
  lines.filter((line) => !line.extra || line.chosen === true);

/**
 * The price of a quote or booking: lines, discounts, taxes (docs/rules/price.md). Every rounding is half away
 * from zero, once, at the step that gives a figure of the result.
 * @throws {OutOfRange} where a sum is past 2^53 − 1
 */
export function price(input: PriceInput): Price {
  const counted = countedLines(input);
  const own = counted.map((line) => {
    const gross = minor(divideRounded(BigInt(line.unitPrice) * tenThousandths(line.quantity), decimalScale));
    const discount = discountOn(gross, line.discount);
    return { id: line.id, gross, discount, subtotal: minor(gross - discount) };
  });
  const subtotals = own.map((line) => line.subtotal);
  const subtotal = sum(subtotals);
  const discount = discountOn(subtotal, input.discount);
  const shares = splitByWeight(discount, subtotals);

  const lines = own.map((line, index) => {
    const share = shares[index]!;
    return { id: line.id, gross: line.gross, discount: line.discount, share, net: minor(line.subtotal - share) };
  });
  const taxed = lines.map((line, index) => ({ net: line.net, codes: counted[index]!.taxes ?? [] }));
  const nets = sum(lines.map((line) => line.net));
  if (input.taxMode === 'inclusive') {
    return { lines, subtotal, discount, taxes: taxesInclusive(taxed, input.taxes), total: nets };
  }
  const taxes = taxesExclusive(taxed, input.taxes);
  return { lines, subtotal, discount, taxes, total: sum([nets, ...taxes.map((tax) => tax.amount)]) };
}
