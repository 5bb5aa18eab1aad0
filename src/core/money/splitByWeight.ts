import type { Minor } from '#core/money/minor';

/**
 * Splits an amount by whole weights with the largest-remainder method: each share is floored, and the units left over
 * go one each to the largest remainders, the earlier entry first where remainders are equal. The shares add up to the
 * amount, except where all weights are zero: then every share is zero.
 */
export function splitByWeight(amount: Minor, weights: readonly (number | bigint)[]): Minor[] {
  const exact = weights.map(BigInt);
  const whole = exact.reduce((total, weight) => total + weight, 0n);
  if (whole === 0n) return exact.map(() => 0 as Minor);

  const parts = exact.map((weight, index) => {
    const product = BigInt(amount) * weight;
    return { index, share: product / whole, rest: product % whole };
  });
  let left = amount - Number(parts.reduce((total, part) => total + part.share, 0n));
  const shares = parts.map((part) => Number(part.share) as Minor);
  const largestFirst = parts.sort((a, b) => (a.rest === b.rest ? a.index - b.index : a.rest > b.rest ? -1 : 1));
  for (const { index } of largestFirst) {
    if (left-- <= 0) break;
    shares[index] = (shares[index]! + 1) as Minor;
  }
  return shares;
}
