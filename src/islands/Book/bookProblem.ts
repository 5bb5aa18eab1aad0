import { formatMoney } from '#core/money/formatMoney';
import { minor } from '#core/money/minor';
import type { ApiProblem } from '#islands/api';

const sentences: Readonly<Record<string, string>> = {
  no_connection: 'There is no connection. What you typed is kept; press the button again when it is back.',
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
};

/** What went wrong with a booking, as a client reads it. */
export function bookProblem({ code, detail, issues }: ApiProblem, currency: string): string {
  const limit = Number(detail?.limit);
  if (code === 'too_few') return `At least ${limit} are needed.`;
  if (code === 'too_many') return `At most ${limit} can be booked at once.`;
  if (code === 'too_short') return `At least ${limit} are needed between start and end.`;
  if (code === 'too_long') return `At most ${limit} are let between start and end.`;
  if (code === 'sums_changed')
    return `The price has changed since you opened this page: ${formatMoney(minor(Number(detail?.total)), currency)} in all. Reload the page to see it; what you typed is kept.`;
  if (code === 'invalid_input' && issues?.[0]) return `${issues[0].message}.`;
  return sentences[code] ?? 'That did not get through. Nothing was booked twice; press the button again.';
}

const emailForm = /^[^\s@,;<>]+@[^\s@,;<>]+\.[^\s@,;<>]+$/;

/** What is still missing or wrong, by its field. */
export function faultOf(
  { name, email, agreedName }: { readonly name: string; readonly email: string; readonly agreedName: string },
  agrees: boolean,
): Readonly<Record<string, string>> {
  return {
    ...(name.trim() === '' ? { clientName: 'Your name is needed.' } : {}),
    ...(emailForm.test(email.trim()) ? {} : { clientEmail: 'An e-mail address, such as maud@example.com.' }),
    ...(agrees && agreedName.trim() === '' ? { agreedName: 'Write your name under the agreement.' } : {}),
  };
}
