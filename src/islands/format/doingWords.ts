import type { Doing } from '#contracts/bookings/views';
import { toldWords, type Verbs } from '#core/wording/originalWordings';
import { formatAmount } from '#core/money/formatMoney';

const kinds = {
  message: ['Wrote to %s', 'Write to %s'],
  charge: ['Charged the card of %s', 'Charge the card of %s'],
  placeHold: ['Placed the hold of %s', 'Place the hold of %s'],
  renewHold: ['Renewed the hold of %s', 'Renew the hold of %s'],
  releaseHold: ['Released the hold of %s', 'Release the hold of %s'],
  invoiceOverdue: ['Asked %s again for an invoice', 'Ask %s again, if an invoice is still open'],
  deliver: ['Booked the service of %s as delivered', 'Book the service of %s as delivered'],
  lapse: ['Gave back the place of %s', 'Give back the place of %s, unless paid'],
  document: ['Issued documents for %s', 'Issue documents for %s'],
  turn: ['Looked again at %s', 'Look again at %s'],
  received: ['Received from %s', 'Receive from %s'],
  refused: ['Card refused, %s', 'Card refused, %s'],
  returned: ['The bank of %s sent a debit back', 'The bank of %s sends a debit back'],
} satisfies Record<Doing['kind'], Verbs>;

/** One line of what Ostendo did, or will do: "Asked 4 clients for a payment, 1,310.00". */
export function doingWords({ kind, occasion, client, count, amount, currency }: Doing, tense: 'done' | 'will'): string {
  const verbs: Verbs = occasion ? toldWords[occasion] : kinds[kind];
  const whom = count === 1 ? client : `${count} clients`;
  const sentence = verbs[tense === 'done' ? 0 : 1].replace('%s', whom);
  return amount ? `${sentence}, ${formatAmount(amount, currency)}` : sentence;
}
