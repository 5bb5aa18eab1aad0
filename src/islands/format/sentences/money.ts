import { declineReason } from '#core/wording/declines';
import { type Sentences, sumIn } from '#islands/format/say';

/** Of cards, ways to pay, requests and credit. */
export const moneySentences = {
  attempt_changed: 'This try was sent before with another card. Reload the page.',
  request_not_found: 'This request is no longer there.',
  request_paid: 'All of it has come already.',
  request_over: 'This is no longer asked for.',
  request_being_paid: 'Somebody is paying it just now. Wait for that.',
  tip_not_taken: 'A tip cannot be added here.',
  amount_too_small: (detail, currency) => `At least ${sumIn(detail, 'limit', currency)}.`,
  not_the_sum: (detail, currency) => `${sumIn(detail, 'limit', currency)} is still open of it.`,
  no_credit: 'This client has no credit in this currency.',
  nothing_to_pay_with_it: 'There is nothing to pay any more.',
  voucher_not_of_one_tax:
    'This service carries several taxes, or none: such a voucher is sold for anything, and taxed as it is used.',
  voucher_of_another: 'This voucher is for another service.',
  voucher_of_trial: 'This voucher was bought with a made-up card, and is worth nothing.',
  voucher_unknown: 'There is no voucher with this code.',
  voucher_expired: 'This voucher has expired.',
  voucher_empty: 'Nothing is left on this voucher.',
  voucher_currency: 'This voucher is in another currency.',
  way_not_offered: 'This way to pay is not offered here any more.',
  account_not_found: 'This account is no longer connected.',
  account_not_usable: 'The access to this account has run out; connect it again in Set-up.',
  other_currency: 'This account is in another currency than the booking.',
  no_test_account: 'No processor here gives a test account in your currency. Connect one under Ways to pay.',
  live_was_used: 'Real money has gone through an account: what is there stays.',
  copy_is_old: 'Something has happened since the copy was made. Copy it again.',
  provider_unknown: 'This processor is not known.',
  currency_not_taken: 'This processor does not take this currency.',
  no_reader: 'No reader is connected for this currency; connect one in Set-up.',
  declined: ({ code }) => `The card was refused: ${declineReason(String(code ?? ''))}.`,
} satisfies Sentences;
