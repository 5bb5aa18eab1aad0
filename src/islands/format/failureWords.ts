import type { Failure } from '#contracts/failures/failures';
import { occasionWords } from '#core/wording/originalWordings';

const errands: Readonly<Record<string, string>> = {
  message: 'A message to the client',
  charge: 'Charging the card on file',
  placeHold: 'Placing a hold',
  renewHold: 'Renewing a hold',
  releaseHold: 'Releasing a hold',
  lapse: 'Giving back a place that was not paid',
  deliver: 'Booking the service as delivered',
  document: 'Issuing documents',
  invoiceOverdue: 'Asking again for an invoice',
  requestOverdue: 'Asking again for a payment request',
  quoteMessage: 'A message about a quote',
  voucher: 'Sending a voucher',
  turn: 'Looking again at a booking',
  quoteTurn: 'Looking again at a quote',
};

const asked: Readonly<Record<string, string>> = {
  pay: 'A payment by the client',
  charge: 'A charge of the card on file',
  counter: 'A payment at the counter',
  reserve: 'A payment that is held until you answer',
  hold: 'A hold',
  counterHold: 'A hold at the counter',
  release: 'Releasing a hold',
  capture: 'Capturing a hold',
  keepFromHold: 'Keeping a part of a hold',
  captureReserved: 'Taking a payment that was held',
  takeClaims: 'Taking claims from a hold',
  extend: 'Extending a hold',
  raise: 'Raising a hold',
  refund: 'Giving money back',
  verify: 'Checking a card',
};

/** What it is, as a heading of its row. */
export function throughWhat({ kind, what }: Failure): string {
  switch (kind) {
    case 'letter':
      return what === 'notice'
        ? 'A message to you'
        : `Message: ${(occasionWords as Readonly<Record<string, string>>)[what] ?? what}`;
    case 'errand':
      return errands[what] ?? 'Something that was due';
    case 'call':
      return asked[what] ?? 'A request to a processor';
    case 'requestCall':
      return 'A payment of a request';
    case 'answer':
      return what === 'givesIn' ? 'Giving in to a dispute' : 'An answer to a dispute';
    case 'event':
      return 'News of a dispute';
    case 'renewal':
      return `Access to your account with ${what}`;
  }
}

const letters: Readonly<Record<string, string>> = {
  refused: 'The mail server does not take the address.',
  unsure: 'The mail server took it and did not say whether it keeps it.',
  later: 'The mail server could not be reached, or asked to wait.',
};

/** Why, as far as it is known. */
export function throughWhy({ kind, why }: Failure): string {
  if (kind === 'letter') return letters[why] ?? 'It was not handed over.';
  if (kind === 'event') return 'It is about a payment that is not known here. It waits for that.';
  if (kind === 'renewal' && why === 'refused') return 'The processor does not renew it.';
  if (why === '') return 'There was no answer.';
  return kind === 'errand' ? `It failed: ${why}` : `${why.charAt(0).toUpperCase()}${why.slice(1)}.`;
}

/** What becomes of it when nobody does anything. */
export function throughNext({ kind, again }: Failure): string {
  if (!again) return 'not tried again by itself';
  return kind === 'event' ? 'looked at with each event' : 'tried again by itself';
}

/** What giving up means for each kind, said before it is done. */
export const givingUp: Readonly<Record<Failure['kind'], string>> = {
  letter: 'It is not sent any more. Tell its reader in another way.',
  errand: 'It is not done any more by itself. What it was to do stays yours to do on the booking.',
  call: 'It is not asked again by itself. Nobody knows whether the processor did it, so no second request takes its place: look at the processor’s own page. An answer that still comes is recorded.',
  requestCall:
    'It is not asked again by itself. Nobody knows whether the processor did it: look at the processor’s own page. An answer that still comes is recorded.',
  answer: 'It is not sent again by itself. The bank decides without it once its day has passed.',
  event: 'It is kept and not looked at again.',
  renewal:
    'It is not asked for again. When the access has run out, no payment goes through this account until you connect it anew.',
};
