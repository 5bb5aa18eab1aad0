import { OutOfRange } from '#core/outOfRange';

declare const unit: unique symbol;
/** A whole number of minor units of the currency of its document. Debits are positive. */
export type Minor = number & { readonly [unit]: 'minor' };

/** @throws {OutOfRange} on a fraction, or past 2^53 − 1. */
export function minor(amount: number | bigint): Minor {
  const value = Number(amount);
  if (!Number.isSafeInteger(value)) throw new OutOfRange(`not whole minor units up to 2^53 - 1: ${amount}`);
  return (value + 0) as Minor; // + 0 turns −0 into 0, which deepEqual tells apart
}

export const zero = 0 as Minor;

/** @throws {OutOfRange} past 2^53 − 1, also on the way there. */
export function sum(amounts: Iterable<number>): Minor {
  let total = 0;
  for (const amount of amounts) total = minor(total + amount);
  return total as Minor;
}

export const least = (a: Minor, b: Minor): Minor => (a < b ? a : b);
export const most = (a: Minor, b: Minor): Minor => (a > b ? a : b);
/** a − b, or nothing where b is more. */
export const remainder = (a: Minor, b: Minor): Minor => (a > b ? minor(a - b) : zero);
