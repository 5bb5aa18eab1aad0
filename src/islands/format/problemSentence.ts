import type { ApiProblem } from '#islands/api';
import { type Unusual, unusuals } from '#core/change/unusual';
import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import { declineReason } from '#core/wording/declines';

const sentences: Readonly<Record<string, string>> = {
  no_connection: 'There is no connection. Nothing was lost; try again.',
  try_again: 'That did not get through. Nothing was done twice; try again.',
  no_answer:
    'The other side has not answered yet, so it is not known whether it went through. Press again to look: nothing is done twice.',
  database_away: 'Ostendo cannot reach its database just now. Nothing is lost; try again in a moment.',
  starting: 'Ostendo is starting. Try again in a moment.',
  timed_out: 'This took too long and was given up. Nothing was done twice; try again.',
  fault: 'That went wrong, and it is our fault. Nothing was half done; try again.',
  too_large: 'This is more than can be taken at once.',
  not_whole: 'The request did not come in whole. Try again.',
  unreadable: 'The request could not be read. Reload the page and try again.',
  cross_site: 'The request did not come from this page. Reload it and try again.',
  sign_in_needed: 'You are signed out. Sign in again in another tab, then repeat this.',
  invalid_input: 'Something here is not valid.',
  terms_do_not_add_up: 'These terms leave a part of this price that no instalment takes.',
  hold_has_no_length: 'With these dates the hold would end before it begins.',
  hold_margin_too_long: 'The hold is renewed earlier than its card network allows.',
  service_not_found: 'This service is no longer there.',
  terms_not_found: 'These terms are no longer there.',
  booking_not_found: 'This booking is no longer there.',
  date_out_of_reach: 'This day is more than five years away. Is the year right?',
  payment_under_way: 'A payment of this booking is under way. Wait for it, or finish it in the other window.',
  nothing_due: 'Nothing is due now.',
  no_card: 'There is no card on file for this booking.',
  no_gap: 'The cover gap is closed already.',
  booking_over: 'This booking is over; nothing more can be paid or changed here.',
  not_to_close_out: 'This booking is not waiting for its close-out.',
  no_consent_for_balance: 'The client has not agreed that the hold pays a balance.',
  link_unknown: 'This link does not open a booking.',
  link_expired: 'This link has expired.',
  card_unknown: 'The card could not be read. Type it again.',
  attempt_changed: 'This try was sent before with another card. Reload the page.',
  clock_is_real: 'This installation runs on the real clock.',
  clock_is_moving: 'The clock is being moved already.',
  clock_goes_forward: 'The clock only goes forward. Choose a later moment.',
  event_not_found: 'That event is no longer kept.',
  proof_needed: 'This was not done: it was not shown who asks for it.',
  password_wrong: 'That is not your password.',
  password_common: 'This password is among the first that are tried. Take a longer one of your own.',
  code_wrong: 'This code is not right, or was used. Wait for the next one.',
  too_many_tries: 'Too many tries. Wait a quarter of an hour, then try again.',
  link_over: 'This link was used, or is too old. Ask for a new one.',
  start_code_wrong: 'This is not the code that the server printed.',
  second_factor_already: 'The second factor is in force already.',
  session_not_found: 'This session is over already.',
  set_up_already: 'This installation is set up. Sign in instead.',
  booking_changed: 'Something happened to this booking since you opened it. Look again, then repeat this.',
  position_changed: 'A payment came in since you opened this. Look again, then repeat this.',
  nothing_changed: 'Nothing is changed yet.',
  end_before_start: 'The end is before the start.',
  not_over_yet: 'The service is still to come: change the booking instead.',
  tax_not_found: 'One of these taxes is no longer there.',
  nothing_to_pay: 'The price comes to nothing.',
  currency_in_use: 'Bookings of this service are in its currency; make another service for another currency.',
  terms_name_taken: 'Other terms have this name.',
  terms_unchanged: 'Nothing is changed yet.',
  terms_changed: 'Somebody published these terms since you opened them.',
  no_instalments: 'There is no instalment yet.',
  message_is_off: 'This message is switched off in Messages.',
  quote_not_found: 'This quote is no longer there.',
  template_not_found: 'This template is no longer there.',
  agreement_not_found: 'This agreement is no longer there.',
  client_not_found: 'This client is no longer there.',
  quote_edited: 'Somebody else has changed this quote since you opened it. Reload it, then repeat this.',
  template_changed: 'Somebody else has changed this template since you opened it. Reload it to see theirs.',
  agreement_edited: 'Somebody else has changed this agreement since you opened it. Reload it to see theirs.',
  wording_changed: 'Somebody else has changed this message since you opened it. Reload it to see theirs.',
  quote_over: 'This quote has been answered already.',
  quote_expired: 'This quote has expired.',
  quote_has_gaps: 'Something is still missing in this quote; the list beside it says what.',
  no_question: 'There is no question waiting any more.',
  extra_out_of_limits: 'One of the extras is not offered in that number.',
  signature_missing: 'The signature is missing.',
  not_your_turn: 'Somebody else has to sign first.',
  file_unreadable: 'This file cannot be read as the picture that it claims to be.',
  file_not_found: 'This picture is no longer there.',
  not_found: 'That is no longer there.',
  place_taken: 'Somebody or something else is booked for this time. Choose another one.',
  date_there_already: 'There is a date that begins then already.',
  place_not_found: 'This place is no longer there.',
  date_not_found: 'This date is no longer there.',
  block_not_found: 'This is free again already.',
  request_not_found: 'This request is no longer there.',
  request_over: 'This is no longer asked for.',
  request_paid: 'This has been paid already.',
  no_credit: 'This client has no credit in this currency.',
  nothing_to_pay_with_it: 'There is nothing to pay any more.',
  voucher_unknown: 'There is no voucher with this code.',
  voucher_expired: 'This voucher has expired.',
  voucher_empty: 'Nothing is left on this voucher.',
  voucher_currency: 'This voucher is in another currency.',
  nothing_asked: 'This request has been answered already, or its time is over.',
  way_not_offered: 'This way to pay is not offered here any more.',
  account_not_found: 'This account is no longer connected.',
  account_not_usable: 'The access to this account has run out; connect it again in Set-up.',
  other_currency: 'This account is in another currency than the booking.',
  provider_unknown: 'This processor is not known.',
  currency_not_taken: 'This processor does not take this currency.',
  no_reader: 'No reader is connected for this currency; connect one in Set-up.',
  device_unknown: 'This device is not confirmed for this page. Open the link again.',
};

/** The one place that turns a code into the sentence a person reads. */
export function problemSentence({ code, detail, issues }: ApiProblem, currency: string): string {
  const limit = typeof detail?.limit === 'number' ? formatMoney(minor(detail.limit), currency) : '';
  if (code === 'account_limit') {
    const used = formatMoney(minor(Number(detail?.used ?? 0)), currency);
    return `The house account takes ${limit} at a time, and ${used} stands open on it already.`;
  }
  if (code === 'above_outstanding') return `That is more than the ${limit} still to be paid.`;
  if (code === 'amount_too_small') return `At least ${limit} is to be paid now.`;
  if (code === 'terms_cannot_be_used') return unusable(String(detail?.fault ?? ''), limit);
  if (code === 'file_too_large') return `This file is too large; at most ${Number(detail?.limit) / 1_000_000} MB.`;
  if (code === 'file_kind') return `This is not one of ${String(detail?.kinds ?? 'the kinds that are taken')}.`;
  if (code === 'units_in_use')
    return `Coming bookings use ${Number(detail?.limit)} of them; fewer would leave somebody without.`;
  if (code === 'seats_in_use') return `${Number(detail?.limit)} seats are booked. Cancel or move those bookings first.`;
  if (code === 'field_unknown') return `This message has no field “${String(detail?.name ?? '')}”.`;
  if (code === 'tax_in_use') return `A service still carries ${String(detail?.tax ?? 'this tax')}.`;
  if (code === 'change_unusual') return unusualSentence(detail?.unusual);
  if (code === 'declined') return `The card was refused: ${declineReason(String(detail?.code ?? ''))}.`;
  if (code === 'invalid_input' && issues?.[0]) return `${issues[0].path}: ${issues[0].message}.`;
  return sentences[code] ?? sentences.try_again!;
}

const unusualWords = {
  startsInPast: 'it would begin in the past',
  endsInPast: 'it would be over already',
  startsOnClosedDay: 'it would begin on a day that you are closed',
  endsOnClosedDay: 'it would end on a day that you are closed',
} satisfies Record<Unusual, string>;

const unusualSentence = (unusual: unknown): string => {
  const known = unusuals.filter((each) => Array.isArray(unusual) && unusual.includes(each));
  const said = known.map((each) => unusualWords[each]).join(', and ');
  return `${said[0]?.toUpperCase() ?? ''}${said.slice(1)}. Nothing is changed yet; if you mean it, press once more.`;
};

const unusable = (fault: string, price: string): string => {
  const why = fault === 'terms_do_not_add_up' && price ? ` At a price of ${price} a part is left over.` : '';
  return `These terms cannot be used. ${sentences[fault] ?? ''}${why}`.trim();
};

/** The message for one field of a form, or nothing. */
export const fieldMessage = (problem: ApiProblem | null, path: string, currency: string): string | null => {
  const issue = problem?.issues?.find((each) => each.path === path);
  if (issue) return issue.message;
  return problem?.path === path ? problemSentence(problem, currency) : null;
};
