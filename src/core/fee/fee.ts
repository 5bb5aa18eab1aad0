import { type Decimal, decimalScale, tenThousandths } from '#core/money/decimal';
import { type Minor, minor, sum, zero } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import { divideUp } from '#core/money/rounding';

export type FeeInput = {
  readonly amount: Minor;
  readonly percent: Decimal;
  readonly fixed: Minor;
  /** add: the fee on the amount; cover: a charge whose own fee leaves the amount whole. */
  readonly mode: 'add' | 'cover';
};
/** What a processor takes of a payment. */
export type Cost = Pick<FeeInput, 'percent' | 'fixed'>;
export type Fee = { fee: Minor; charge: Minor };

const hundredPercent = 100n * decimalScale;

/**
 * The fee passed on to a payer (docs/rules/fee.md): nothing on nothing. To cover needs a percentage below 100.
 * @throws {OutOfRange} where the charge is past 2^53 − 1
 */
export function fee({ amount, percent, fixed, mode }: FeeInput): Fee {
  if (amount === 0) return { fee: zero, charge: zero };
  if (mode === 'add') {
    const added = minor(percentOf(amount, percent) + BigInt(fixed));
    return { fee: added, charge: sum([amount, added]) };
  }
  const whole = (BigInt(amount) + BigInt(fixed)) * hundredPercent;
  const charge = minor(divideUp(whole, hundredPercent - tenThousandths(percent)));
  return { fee: minor(charge - amount), charge };
}
