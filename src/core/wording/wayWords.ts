import type { WayToPay } from '#core/paymentMethods/ways';

export const wayWords = {
  card: 'card',
  debit: 'bank debit',
  reader: 'card at the counter',
  transfer: 'transfer',
  cheque: 'cheque',
  cash: 'cash',
  voucher: 'gift voucher',
  credit: 'credit',
} as const satisfies Record<WayToPay, string>;
