import type { Sentences } from '#islands/format/say';

const counted = (count: unknown, one: string, many: string): string =>
  Number(count) > 0 ? `${Number(count)} ${Number(count) === 1 ? one : many}` : '';

/** Of documents and the books. */
export const documentsSentences = {
  document_data_missing: 'Something is missing before a document can be issued; it is named above.',
  tax_unknown: 'This tax is no longer there. Choose another, or set it up again.',
  nothing_to_ask_for: 'The lines come to nothing: there is nothing to ask for.',
  smallest_above_sum: 'The smallest part is more than what the lines come to.',
  nothing_to_invoice: 'There is nothing to invoice now: the service is still to come, or all of it is invoiced.',
  more_than_the_price: 'That is more than what is left of the price to be invoiced on account.',
  more_than_is_left: 'Less than that is left of this document.',
  final_stands: 'A final invoice stands. Take it back in full first.',
  phone_wrong: 'This is not a telephone number. Write it with its country, such as +351.',
  tax_number_wrong: 'This is not the form of a tax number of that country.',
  client_not_found: 'This client is no longer there.',
  client_open: 'Something is still open with this client: it is named above. Settle it first.',
  name_differs: 'This is not the name of the client.',
  document_not_there: 'This document is no longer there.',
  payout_not_there: 'This payout is no longer there.',
  not_yet_over: 'This day is not over yet: books are closed up to a day that is.',
  closed_already: 'The books are closed up to a later day already.',
  still_open: ({ closeOuts, held, payouts }) =>
    `Still open up to that day: ${[
      counted(closeOuts, 'booking to close out', 'bookings to close out'),
      counted(held, 'document that could not be issued', 'documents that could not be issued'),
      counted(payouts, 'payout that no bank has', 'payouts that no bank has'),
    ]
      .filter(Boolean)
      .join(', ')}. What comes of them later is booked on the first open day.`,
} satisfies Sentences;
