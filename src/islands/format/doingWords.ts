import type { Doing } from '#contracts/views';
import type { Occasion } from '#core/agenda/wantedErrands';
import { formatAmount } from '#core/money/formatMoney';

type Verbs = readonly [done: string, will: string];

const messages = {
  request: ['Asked %s for the first payment', 'Ask %s for the first payment'],
  confirmation: ['Confirmed to %s', 'Confirm to %s'],
  receipt: ['Sent a receipt to %s', 'Send a receipt to %s'],
  remind: ['Told %s of a coming payment', 'Tell %s of a coming payment'],
  ask: ['Asked %s for a payment', 'Ask %s for a payment'],
  declined: ['Asked %s for another card', 'Ask %s for another card'],
  overdue: ['Reminded %s', 'Remind %s, if it is still open'],
  confirmHold: ['Asked %s to confirm a hold', 'Ask %s to confirm a hold'],
  holdPlaced: ['Told %s of the hold', 'Tell %s of the hold'],
  holdRefused: ['Asked %s for a card to hold', 'Ask %s for a card to hold'],
  closedOut: ['Told %s how it was closed', 'Tell %s how it was closed'],
  cancelled: ['Told %s of the cancellation', 'Tell %s of the cancellation'],
  changed: ['Told %s what has changed', 'Tell %s what has changed'],
  payer: ['Asked the payer for %s', 'Ask the payer for %s'],
  requested: ['Acknowledged the request of %s', 'Acknowledge the request of %s'],
  confirmBooking: ['Asked %s to confirm a booking', 'Ask %s to confirm a booking'],
  requestDeclined: ['Told %s that it cannot be', 'Tell %s that it cannot be'],
  askDeclined: ['Told %s that it stays as it is', 'Tell %s that it stays as it is'],
  tooLate: ['Told %s that a payment came too late', 'Tell %s that a payment came too late'],
  debitSent: ['Told %s that a debit is on its way', 'Tell %s that a debit is on its way'],
  debitReturned: ['Told %s that a debit came back', 'Tell %s that a debit came back'],
  lapsed: ['Told %s that the place is free again', 'Tell %s that the place is free again'],
} satisfies Record<Occasion, Verbs>;

const kinds = {
  message: ['Wrote to %s', 'Write to %s'],
  charge: ['Charged the card of %s', 'Charge the card of %s'],
  placeHold: ['Placed the hold of %s', 'Place the hold of %s'],
  renewHold: ['Renewed the hold of %s', 'Renew the hold of %s'],
  releaseHold: ['Released the hold of %s', 'Release the hold of %s'],
  lapse: ['Gave back the place of %s', 'Give back the place of %s, unless paid'],
  turn: ['Looked again at %s', 'Look again at %s'],
  received: ['Received from %s', 'Receive from %s'],
  refused: ['Card refused, %s', 'Card refused, %s'],
  returned: ['The bank of %s sent a debit back', 'The bank of %s sends a debit back'],
} satisfies Record<Doing['kind'], Verbs>;

/** One line of what Ostendo did, or will do: "Asked 4 clients for a payment, 1,310.00". */
export function doingWords({ kind, occasion, client, count, amount, currency }: Doing, tense: 'done' | 'will'): string {
  const verbs: Verbs = occasion ? messages[occasion] : kinds[kind];
  const whom = count === 1 ? client : `${count} clients`;
  const sentence = verbs[tense === 'done' ? 0 : 1].replace('%s', whom);
  return amount ? `${sentence}, ${formatAmount(amount, currency)}` : sentence;
}
