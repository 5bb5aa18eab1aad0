import { least, type Minor, minor, remainder, sum } from '#core/money/minor';

export type Claim = { readonly id: string; readonly amount: Minor };
export type CloseoutInput = {
  /** Amount of the authorisation in force. */
  readonly held: Minor;
  readonly claims: readonly Claim[];
  /** Balance still owed. */
  readonly outstanding: Minor;
  /** Whether the hold may pay the balance: needs the client's recorded consent. */
  readonly coverBalance: boolean;
  /** The most that claims may take of it, where the client agreed to less than is held. */
  readonly mostForClaims?: Minor;
};
export type Closeout = {
  capture: Minor;
  release: Minor;
  /** Claims that the hold could not pay. */
  shortfall: Minor;
  outstanding: Minor;
  met: { id: string; amount: Minor }[];
};

/**
 * How a hold is used after the service: claims in their order, then, where allowed, the balance
 * (docs/rules/closeout.md). capture + release = held.
 * @throws {OutOfRange} where the claims add up to more than 2^53 − 1
 */
export function closeout({ held, claims, outstanding, coverBalance, mostForClaims }: CloseoutInput): Closeout {
  let left = held;
  let open = mostForClaims ?? held;
  const met = claims.map(({ id, amount }) => {
    const paid = least(least(left, open), amount);
    left = remainder(left, paid);
    open = remainder(open, paid);
    return { id, amount: paid };
  });
  const shortfall = sum(claims.map((claim, index) => claim.amount - met[index]!.amount));
  const balance = coverBalance ? least(left, outstanding) : (0 as Minor);
  const release = remainder(left, balance);
  return { capture: minor(held - release), release, shortfall, outstanding: remainder(outstanding, balance), met };
}
