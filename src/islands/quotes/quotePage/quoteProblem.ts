import type { acceptQuote, chooseOnQuote, signQuote, writeOnQuote } from '#contracts/routes/quotePage';
import type { CodeOf } from '#contracts/routes/route';
import { harmless, sayWith, type Sentences, sumIn } from '#islands/format/say';

type Code = CodeOf<typeof acceptQuote | typeof signQuote | typeof chooseOnQuote | typeof writeOnQuote>;

const notNow = 'This cannot be booked here just now. Write to us; nothing was booked.';

const sentences: Sentences<Code> = {
  quote_changed: 'The offer was changed while you read it. What changed stands above; look at it, then accept.',
  quote_over: 'This offer was answered already; the page now shows how.',
  quote_expired: 'The offer has expired meanwhile.',
  extra_out_of_limits: 'One of the extras is no longer offered in that number.',
  field_missing: 'Something is still to be filled in.',
  field_wrong: 'Something that was filled in is not quite right.',
  signature_missing: 'The signature is missing.',
  account_limit: 'This is more than may stand open on your account; write to us, and we find a way.',
  not_your_turn: 'Somebody else has to sign first.',
  file_kind: 'The picture of the signature is not one that can be read.',
  file_unreadable: 'The picture of the signature is not one that can be read.',
  link_unknown: 'This link is no longer valid. Ask for a new one.',
  text_missing: 'Write your question first.',
  too_many_questions: 'There are many questions already; please write a message instead.',
  file_too_large: 'The picture of the signature is too large.',
  place_taken: 'Somebody else has this time meanwhile. Write to us, and we find another one; nothing was booked.',
  nothing_to_pay: notNow,
  terms_do_not_add_up: notNow,
  hold_has_no_length: notNow,
  hold_margin_too_long: notNow,
  sums_changed: (detail, currency) =>
    `This page is of another day, or its sums have changed since: ${sumIn(detail, 'total', currency)} in all, ${sumIn(detail, 'dueNow', currency)} now. Reload the page, and look again.`,
};

/** What went wrong with an offer, as its reader reads it. */
export const quoteProblem = sayWith(sentences, harmless('Nothing was booked twice', 'press the button again'));
