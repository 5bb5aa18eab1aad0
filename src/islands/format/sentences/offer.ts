import { sumIn, type Sentences } from '#islands/format/say';

/** What is wrong with terms, whether they are published or used. */
const faults = {
  terms_do_not_add_up: 'These terms leave a part of this price that no instalment takes.',
  hold_has_no_length: 'With these dates the hold would end before it begins.',
  hold_margin_too_long: 'The hold is renewed earlier than its card network allows.',
  no_instalments: 'There is no instalment yet.',
} as const;

const unusable = (fault: string, price: string): string => {
  const why = fault === 'terms_do_not_add_up' && price ? ` At a price of ${price} a part is left over.` : '';
  const known: Readonly<Record<string, string>> = faults;
  return `These terms cannot be used. ${known[fault] ?? ''}${why}`.trim();
};

/** Of services, places, dates, taxes and terms. */
export const offerSentences = {
  terms_do_not_add_up: faults.terms_do_not_add_up,
  hold_has_no_length: faults.hold_has_no_length,
  hold_margin_too_long: faults.hold_margin_too_long,
  service_not_found: 'This service is no longer there.',
  terms_not_found: 'These terms are no longer there.',
  tax_not_found: 'One of these taxes is no longer there.',
  currency_in_use: 'Bookings of this service are in its currency; make another service for another currency.',
  terms_name_taken: 'Other terms have this name.',
  terms_unchanged: 'Nothing is changed yet.',
  terms_changed: 'Somebody published these terms since you opened them.',
  date_there_already: 'There is a date that begins then already.',
  place_not_found: 'This place is no longer there.',
  date_not_found: 'This date is no longer there.',
  block_not_found: 'This is free again already.',
  terms_cannot_be_used: ({ fault, limit }, currency) =>
    unusable(String(fault ?? ''), typeof limit === 'number' ? sumIn({ limit }, 'limit', currency) : ''),
  units_in_use: ({ limit }) => `Coming bookings use ${Number(limit)} of them; fewer would leave somebody without.`,
  seats_in_use: ({ limit }) => `${Number(limit)} seats are booked. Cancel or move those bookings first.`,
  tax_in_use: ({ tax }) => `A service still carries ${String(tax ?? 'this tax')}.`,
} satisfies Sentences;
