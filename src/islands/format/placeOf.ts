/** The owner's page of what a number names: a booking, a quote, a payment request; none is the outbox. */
export function placeOfNumber(number: string): string {
  if (number === '') return '/messages';
  if (number.startsWith('P-')) return '/credit';
  return `/${number.startsWith('Q-') ? 'quotes' : 'bookings'}/${number}`;
}
