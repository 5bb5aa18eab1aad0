import { isEmailAddress } from '#core/emailAddress';
import type { checkOut } from '#contracts/routes/checkout';
import type { CodeOf } from '#contracts/routes/route';
import { harmless, sayWith, type Sentences, sumIn } from '#islands/format/say';

const notNow = 'This cannot be booked here just now. Write to us.';

const sentences: Sentences<CodeOf<typeof checkOut>> = {
  booking_stopped: 'Booking here is closed for the moment. Write to us; nothing was booked.',
  too_many_carts:
    'Several bookings that are not paid yet were begun from here. Pay for one of them, or try again in a while.',
  too_many_letters: 'Several messages went to this address already. Open the newest one, or try again in an hour.',
  work_wanted: 'The check that you are there did not work on this device. Reload the page and try again.',
  place_taken: 'Somebody else has just taken this time. Choose another one; nothing was booked.',
  service_not_open: 'This can no longer be booked here.',
  too_soon: 'This time is too near now. Choose a later one.',
  too_far: 'This is too far ahead to be booked now.',
  not_a_time_of_it: 'It does not begin at this time any more. Choose another one.',
  closed_then: 'We are closed then. Choose another time.',
  extra_out_of_limits: 'One of the extras cannot be had in this number.',
  currencies_mixed: 'These are paid in two currencies. Book them one after the other.',
  agreement_not_accepted: 'Please read the agreement and write your name under it.',
  terms_do_not_add_up: 'This cannot be booked here just now. Write to us.',
  hold_has_no_length: notNow,
  hold_margin_too_long: notNow,
  nothing_to_pay: notNow,
  account_limit: 'This is more than may stand open on your account; write to us, and we find a way.',
  phone_missing: 'Your telephone number is needed.',
  phone_wrong: 'This is no telephone number. Write it with its country, such as +351 912 345 678.',
  field_missing: 'Something is still to be filled in.',
  field_wrong: 'Something that was filled in is not quite right.',
  too_few: ({ limit }) => `At least ${Number(limit)} are needed.`,
  too_many: ({ limit }) => `At most ${Number(limit)} can be booked at once.`,
  too_short: ({ limit }) => `At least ${Number(limit)} are needed between start and end.`,
  too_long: ({ limit }) => `At most ${Number(limit)} are let between start and end.`,
  sums_changed: (detail, currency) =>
    `The price has changed since you opened this page: ${sumIn(detail, 'total', currency)} in all. Reload the page to see it; what you typed is kept.`,
};

/** What went wrong with a booking, as a client reads it. */
export const bookProblem = sayWith(
  sentences,
  harmless('Nothing was booked twice, and what you typed is kept', 'press the button again'),
);

/** What is still missing or wrong, by its field. */
export function faultOf(
  { name, email, agreedName }: { readonly name: string; readonly email: string; readonly agreedName: string },
  agrees: boolean,
): Readonly<Record<string, string>> {
  return {
    ...(name.trim() === '' ? { clientName: 'Your name is needed.' } : {}),
    ...(isEmailAddress(email.trim()) ? {} : { clientEmail: 'An e-mail address, such as maud@example.com.' }),
    ...(agrees && agreedName.trim() === '' ? { agreedName: 'Write your name under the agreement.' } : {}),
  };
}
