import type { BookingState } from '#core/bookings/bookingState';
import { chargeableOf } from '#core/consent/chargeable';
import { feeOn } from '#core/fee/feeOn';
import { least, type Minor, remainder } from '#core/money/minor';
import type { FeeCharged } from '#core/payments/processorCall';

/** `charged` is asked of the card or account: the sum that counts, and the fee where one is passed on. */
export type FeePassedOn = { readonly charged: Minor; readonly fee?: FeeCharged };

/** What is charged for a sum: with the fee, where the terms pass a card's on. */
export function withFee(
  { agreed }: Pick<BookingState, 'agreed'>,
  tax: Minor,
  amount: Minor,
  way: 'card' | 'debit' = 'card',
): FeePassedOn {
  if (way === 'debit') return { charged: amount };
  const passedOn = feeOn({ terms: agreed.terms, total: agreed.total, tax, amount });
  if (!passedOn) return { charged: amount };
  return { charged: passedOn.charge, fee: { amount: passedOn.fee, tax: passedOn.tax } };
}

/** What may be charged for a part of the plan now: what was agreed of it, less what is on its way. */
export const chargeOfPart = (
  bookingState: BookingState,
  part: number,
  tax: Minor,
  way?: 'card' | 'debit',
): FeePassedOn => {
  const { coming } = bookingState.parts[part]!;
  const agreed = chargeableOf(bookingState.parts, bookingState.ledger)[part]!;
  return withFee(bookingState, tax, remainder(agreed, coming), way);
};

/** What is taken of a sum that was reserved with a request: what is due with the yes, and no more than was reserved. */
export const takenOfReserved = (reserved: Minor, dueNow: Minor): Minor => least(reserved, dueNow);
