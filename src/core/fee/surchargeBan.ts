/**
 * Countries in which a fee for a consumer's card must not be passed on: the European Economic Area (Directive (EU)
 * 2015/2366, article 62(4)) and the United Kingdom (Consumer Rights (Payment Surcharges) Regulations 2012 as amended
 * in 2018). ISO 3166-1 codes.
 */
const banned = new Set(
  'AT BE BG HR CY CZ DK EE FI FR DE GR HU IE IS IT LV LI LT LU MT NL NO PL PT RO SK SI ES SE GB'.split(' '),
);

export const isFeeBanned = (country: string): boolean => banned.has(country);
