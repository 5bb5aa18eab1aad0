import { type Sentences } from '#islands/format/say';

/** Of quotes, templates, agreements and files. */
export const quotesSentences = {
  quote_not_found: 'This quote is no longer there.',
  template_not_found: 'This template is no longer there.',
  agreement_not_found: 'This agreement is no longer there.',
  client_not_found: 'This client is no longer there.',
  quote_edited: 'Somebody else has changed this quote since you opened it. Reload it, then repeat this.',
  template_changed: 'Somebody else has changed this template since you opened it. Reload it to see theirs.',
  agreement_edited: 'Somebody else has changed this agreement since you opened it. Reload it to see theirs.',
  quote_over: 'This quote has been answered already.',
  quote_expired: 'This quote has expired.',
  quote_has_gaps: 'Something is still missing in this quote; the list beside it says what.',
  no_question: 'There is no question waiting any more.',
  extra_out_of_limits: 'One of the extras is not offered in that number.',
  signature_missing: 'The signature is missing.',
  not_your_turn: 'Somebody else has to sign first.',
  file_unreadable: 'This file cannot be read as the picture that it claims to be.',
  file_not_found: 'This picture is no longer there.',
  file_too_large: ({ limit }) => `This file is too large; at most ${Number(limit) / 1_000_000} MB.`,
  file_kind: ({ kinds }) => `This is not one of ${String(kinds ?? 'the kinds that are taken')}.`,
} satisfies Sentences;
