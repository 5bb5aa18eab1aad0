/** Refusals that say that something is not there: answered 404, where another rule's is 409. */
export const notThere = [
  'account_not_found',
  'agreement_not_found',
  'block_not_found',
  'booking_not_found',
  'client_not_found',
  'date_not_found',
  'event_not_found',
  'file_not_found',
  'place_not_found',
  'quote_not_found',
  'request_not_found',
  'service_not_found',
  'session_not_found',
  'tax_not_found',
  'template_not_found',
  'terms_not_found',
] as const;
