import type { DialogProps } from '#islands/bookings/booking/dialogProps';

/** Payments that were recorded by hand and can be put right: the newest first. */
export const byHandReceipts = ({ ledger }: DialogProps['bookingState']) =>
  ledger.receipts
    .filter(({ method, refunded }) => refunded === 0 && ['cash', 'transfer', 'cheque'].includes(method))
    .toReversed();
