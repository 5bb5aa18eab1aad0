import { type Minor, minor } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';

/** What the law of a country wants of a business's money beyond what Ostendo does, as its owner reads it. */
export type LawNote = { readonly says: string; readonly who: string };

/**
 * For the countries of which something is known here; nothing is promised of others. It is no advice: it names what an
 * owner has to ask about.
 */
const notes: Readonly<Record<string, readonly LawNote[]>> = {
  PT: [
    {
      says: 'Invoices have to come from a program that the tax office has certified, with its code on each document.',
      who: 'Ostendo is not certified. Issue the legal invoice in a certified program; ours are for your clients and books.',
    },
    {
      says: 'Invoices are reported to the tax office month by month in its own file.',
      who: 'Ostendo does not make that file. Your accountant makes it from the program that issues them.',
    },
  ],
  ES: [
    {
      says: 'Programs that issue invoices have to chain and sign their records, and may have to send them to the tax office.',
      who: 'Ostendo does not do this. Issue the legal invoice in a program that does.',
    },
  ],
  IT: [
    {
      says: 'Invoices go to the client through the exchange of the tax office, and count only once it has taken them.',
      who: 'Ostendo does not send them there. Hand the data of each to whoever does it for you.',
    },
    {
      says: 'Cash and cards at the counter are recorded by a certified till that reports each day.',
      who: 'Ostendo is no such till.',
    },
  ],
  FR: [
    {
      says: 'A program that records payments of private clients has to be certified, or its maker has to attest to it.',
      who: 'Ostendo has neither. Ask your accountant what that means for cash and cards.',
    },
  ],
  DE: [
    {
      says: 'Cash recorded electronically needs a certified security device for each till.',
      who: 'Ostendo has none: keep cash in a till that has, and only the sums here.',
    },
  ],
  AT: [
    {
      says: 'Above a certain turnover in cash a till with a security device, and its signed receipt, are wanted.',
      who: 'Ostendo is no such till.',
    },
  ],
  US: [
    {
      says: 'Sales tax depends on state, county and city, and on what is sold.',
      who: 'Ostendo takes the rates that you enter; it does not find them, and files no return.',
    },
  ],
};

/** Countries in which a sum of cash is rounded because there are no smaller coins, and to how many minor units. */
const cashRounding: Readonly<Record<string, { readonly currency: string; readonly to: number }>> = {
  BE: { currency: 'EUR', to: 5 },
  CH: { currency: 'CHF', to: 5 },
  DK: { currency: 'DKK', to: 50 },
  EE: { currency: 'EUR', to: 5 },
  FI: { currency: 'EUR', to: 5 },
  IE: { currency: 'EUR', to: 5 },
  IT: { currency: 'EUR', to: 5 },
  LT: { currency: 'EUR', to: 5 },
  NL: { currency: 'EUR', to: 5 },
  NO: { currency: 'NOK', to: 100 },
  SE: { currency: 'SEK', to: 100 },
  SK: { currency: 'EUR', to: 5 },
};

export const lawNotes = (country: string): readonly LawNote[] => (Object.hasOwn(notes, country) ? notes[country]! : []);

/** To how many minor units a sum of cash is rounded; 1 where it is paid to the last unit. */
export function cashStep(country: string, currency: string): number {
  const rule = Object.hasOwn(cashRounding, country) ? cashRounding[country]! : null;
  return rule?.currency === currency ? rule.to : 1;
}

/** The nearest sum that can be paid in cash; halfway counts away from zero. */
export function cashRounded(amount: Minor, step: number): Minor {
  const size = BigInt(step);
  const nearest = divideRounded(BigInt(Math.abs(amount)), size) * size;
  return minor(amount < 0 ? -nearest : nearest);
}
