/** numerator ÷ denominator, half away from zero. Neither may be negative. */
export function divideRounded(numerator: bigint, denominator: bigint): bigint {
  return (2n * numerator + denominator) / (2n * denominator);
}

/** numerator ÷ denominator, rounded up. Neither may be negative. */
export function divideUp(numerator: bigint, denominator: bigint): bigint {
  return (numerator + denominator - 1n) / denominator;
}
