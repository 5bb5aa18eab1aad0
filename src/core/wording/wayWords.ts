import type { WayToPay } from '#core/terms/terms';

export const wayWords = {
  card: 'card',
  transfer: 'transfer',
  cheque: 'cheque',
  cash: 'cash',
} as const satisfies Record<WayToPay, string>;
