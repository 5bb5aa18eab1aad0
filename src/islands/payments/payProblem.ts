import type { payCheckout } from '#contracts/routes/checkout';
import type { abandon, askPayer, confirm, giveCard, pay, payRequest, useCard } from '#contracts/routes/clientPage';
import type { CodeOf } from '#contracts/routes/route';
import { declineReason } from '#core/wording/declines';
import { harmless, sayWith, type Sentence, type Sentences, sumIn } from '#islands/format/say';

export type PayCode =
  | CodeOf<typeof pay | typeof giveCard | typeof payCheckout | typeof payRequest>
  | CodeOf<typeof askPayer | typeof confirm | typeof useCard | typeof abandon>
  | 'declined';

const otherSum: Sentence = (detail, currency) =>
  `The sum has changed; ${sumIn(detail, 'limit', currency)} is to be paid.`;

const sentences: Sentences<PayCode> = {
  payment_under_way: 'A payment is under way, perhaps in another window. This page shows it as soon as it is through.',
  position_changed: 'A payment has come in meanwhile; this page now shows it. Nothing was paid twice.',
  nothing_due: 'There is nothing to pay any more; this page is being brought up to date.',
  booking_over: 'This booking is over; nothing more can be paid here.',
  too_many_cards:
    'Too many cards were refused in a row. Wait a while before you try another one, or write to us. Nothing was charged.',
  place_gone: 'The place was given back before this payment. Nothing was charged.',
  request_paid: 'This has been paid already; nothing was paid twice.',
  request_over: 'This is no longer asked for; nothing was paid.',
  tip_not_taken: 'A tip cannot be added here.',
  device_unknown: 'This device is not confirmed for this page any more. Open the link again.',
  link_unknown: 'This link is no longer valid. Ask for a new one.',
  link_expired: 'This link has expired. Ask for a new one.',
  card_unknown: 'The number could not be read. Type it again.',
  way_not_offered: 'This way to pay is not offered any more. Reload the page, and choose another.',
  declined: ({ code }) =>
    `It was refused: ${declineReason(String(code ?? ''))}. Your former card, if there is one, stays in use.`,
  amount_too_small: otherSum,
  above_outstanding: otherSum,
  not_the_sum: otherSum,
  attempt_changed: 'Another card was tried with this button. Reload the page, and try again; nothing was paid twice.',
  account_not_found: 'This way to pay is not offered any more. Reload the page, and choose another.',
  booking_not_found: 'This booking is no longer there.',
  checkout_unknown: 'This page is no longer there. Begin your booking again; nothing was charged.',
  request_not_found: 'This is no longer asked for; nothing was paid.',
  nothing_asked: 'The time to confirm is over, and the place was given back.',
  too_many_payers: 'The bill went to several people already. Write to us to send it to one more.',
  too_many_tries: 'That was asked for several times already. Wait an hour, then try again.',
};

/** What went wrong with a payment, as a client reads it. */
export const payProblem = sayWith(sentences, harmless('Nothing was paid twice', 'press the button again'));
