import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { declineReason } from '#core/wording/declines';
import type { ApiProblem } from '#islands/api';

const sentences: Readonly<Record<string, string>> = {
  no_connection: 'There is no connection. Nothing was paid twice; press the button again when it is back.',
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
};

/** What went wrong with a payment, as a client reads it. */
export function payProblem({ code, detail }: ApiProblem, currency: string): string {
  if (code === 'declined')
    return `It was refused: ${declineReason(String(detail?.code ?? ''))}. Your former card, if there is one, stays in use.`;
  if (typeof detail?.limit === 'number')
    return `The sum has changed; ${formatMoney(minor(detail.limit), currency)} is to be paid.`;
  return sentences[code] ?? 'That did not get through. Nothing was paid twice; press the button again.';
}
