import { type Issued, leftOf } from '#core/invoices/documentsStanding';
import { least, type Minor, minor, most, zero } from '#core/money/minor';

export type OpenThen = Issued & {
  /** What of it was to be paid as it was issued. */
  readonly openThen: Minor;
};
/** Where the booking stands: in hand for its price, and still to be paid in all. */
export type PaidSoFar = { readonly received: Minor; readonly outstanding: Minor };

/**
 * What of a sum on account is to be paid as it is issued: what is on account with it beyond what is in hand. A sum that
 * came before its document is not asked for again.
 */
export function openOnAccount(amount: Minor, onAccountBefore: Minor, received: Minor): Minor {
  return least(amount, most(zero, minor(onAccountBefore + amount - received)));
}

/**
 * What of each document is to be paid now, by its id. What came in pays the oldest first, so that what is still owed is of
 * the newest; while a final invoice stands, that and claims are what is asked for.
 * @param issued in order of issue
 */
export function openDocuments(issued: readonly OpenThen[], { received, outstanding }: PaidSoFar): Map<string, Minor> {
  const left = new Map(leftOf(issued).map((kept) => [kept.cause, kept.left]));
  const there = issued.filter(({ kind, cause }) => kind !== 'credit' && (left.get(cause) ?? 0) > 0);
  const open = new Map<string, Minor>();
  let onAccount = zero;
  if (!there.some(({ kind, run }) => kind === 'final' && run !== 'claims'))
    for (const { id, kind, cause, openThen } of there) {
      if (kind !== 'account') continue;
      const own = left.get(cause)!;
      open.set(id, least(openThen, openOnAccount(own, onAccount, received)));
      onAccount = minor(onAccount + own);
    }
  let rest = outstanding;
  for (const { id, kind, cause, openThen } of there.toReversed()) {
    if (kind !== 'final') continue;
    const own = least(least(openThen, left.get(cause)!), rest);
    open.set(id, own);
    rest = minor(rest - own);
  }
  return open;
}
