import type { Claimed } from '#core/bookings/facts';
import type { Books, KeptTax } from '#core/books/books';
import { divided, figuresOf } from '#core/invoices/shares';
import { type Decimal, decimalScale, tenThousandths } from '#core/money/decimal';
import { least, type Minor, minor } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';
import type { PriceInput } from '#core/price/price';
import type { TaxAmount } from '#core/price/taxes';
import { taxesMore } from '#core/price/taxSums';

/** Rates of today, by code. */
export type TaxRates = Readonly<Record<string, Decimal>>;

const hundredPercent = 100n * decimalScale;

/** The tax within a sum: round(sum × rate ÷ (1 + rate)) (docs/rules/documents.md). */
export function taxWithin(amount: Minor, code: string, rate: Decimal): TaxAmount[] {
  const share = tenThousandths(rate);
  const tax = minor(divideRounded(BigInt(amount) * share, hundredPercent + share));
  return [{ code, base: minor(amount - tax), amount: tax }];
}

/** A code that is gone has none. */
const withinSum = (amount: Minor, code: string, rates: TaxRates): TaxAmount[] =>
  Object.hasOwn(rates, code) ? taxWithin(amount, code, rates[code]!) : [];

/** The tax within what a cancellation keeps; as in the price: split by rule 1 of section 12. */
export function taxOfKept(keep: Minor, kept: KeptTax, price: PriceInput, rates: TaxRates): TaxAmount[] {
  if (keep === 0 || kept.kind === 'none') return [];
  if (kept.kind === 'code') return withinSum(keep, kept.code, rates);
  const whole = divided(price);
  return [...figuresOf(whole, least(keep, whole.total)).taxes];
}

/** The tax within claims, each by its kind; one of before there were kinds counts as another. */
export const taxOfClaims = (claims: readonly Claimed[], settings: Books['claims'], rates: TaxRates): TaxAmount[] =>
  claims.reduce<TaxAmount[]>((all, { kind = 'other', amount }) => {
    const tax = settings[kind];
    return tax.kind === 'none' ? all : taxesMore(all, withinSum(amount, tax.code, rates));
  }, []);
