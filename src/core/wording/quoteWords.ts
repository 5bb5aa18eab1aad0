import type { GapCode, QuoteWarning } from '#core/quotes/readDraft';
import type { QuoteState } from '#core/quotes/standing';

export const quoteStateWords = {
  draft: 'being written',
  sent: 'sent',
  opened: 'opened',
  signing: 'being signed',
  accepted: 'accepted',
  declined: 'declined',
  expired: 'expired',
  withdrawn: 'withdrawn',
} as const satisfies Record<QuoteState, string>;

const gapWords = {
  client_name_missing: 'Whom is it for? The client has no name yet.',
  client_address_missing: 'The client has no e-mail address yet.',
  copy_address_wrong: 'A copy goes to an address that is not one, or to more than ten.',
  title_missing: 'Say what is offered, as the client reads it.',
  subject_missing: 'The message has no subject yet.',
  service_missing: 'No service is chosen.',
  terms_missing: 'No terms are chosen.',
  dates_missing: 'A day and a time are missing.',
  end_before_start: 'The end is before the start.',
  no_price: 'There is no price yet.',
  line_text_missing: 'A line says nothing.',
  quantity_wrong: 'A quantity is a number, such as 2 or 1.5.',
  sum_wrong: 'A price is a sum, such as 480.00.',
  discount_wrong: 'A discount is a sum, or a percentage up to 100.',
  limits_wrong: 'An extra needs three numbers: at least, usually, at most, in that order.',
  tax_unknown: 'A tax is no longer there.',
  expiry_wrong: 'Say until when the offer stands.',
  expiry_passed: 'The offer would have expired already.',
  days_wrong: 'The house account needs a number of days, up to 365.',
  page_wrong: 'The page after the payment is an address that begins with https://.',
  terms_do_not_fit: 'These terms give no plan at this price or on these dates.',
  field_without_value: 'The agreement has a field that nothing fills in',
  cosignatory_incomplete: 'Somebody who has to sign has no name or no address.',
  agreement_empty: 'The agreement has no text.',
  agreement_hidden: 'The page does not show the agreement, or has no place to sign it.',
  business_has_not_signed: 'The business signs first, and has not signed this yet.',
  picture_missing: 'A picture is not there yet.',
  out_of_range: 'The dates or sums are out of reach.',
} as const satisfies Record<GapCode, string>;

export const gapSentence = ({ code, detail }: { readonly code: GapCode; readonly detail?: string }): string =>
  code === 'field_without_value' && detail ? `${gapWords[code]}: “${detail}”.` : gapWords[code];

export function quoteWarningSentence(warning: QuoteWarning): string {
  switch (warning.kind) {
    case 'manyExtras':
      return `${warning.count} extras are a lot to read on a phone; with more than five, many clients choose none.`;
    case 'inThePast':
      return 'The service would be in the past.';
    case 'taken':
      return `The same service is booked at that time: ${warning.number}.`;
  }
}

export const settlingWords = {
  online: 'on the page, as the terms say',
  counter: 'at the counter',
  account: 'on the house account',
} as const;
