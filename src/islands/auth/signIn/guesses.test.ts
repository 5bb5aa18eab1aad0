import { guessedCurrency } from '#islands/auth/signIn/guesses';
import { expect } from 'chai';

describe('the currency that a first start proposes', () => {
  const places: [zone: string, language: string, currency: string | null][] = [
    ['Europe/Lisbon', 'pt-PT', 'EUR'],
    ['Europe/Lisbon', 'en-US', 'EUR'],
    ['Europe/London', 'en-GB', 'GBP'],
    ['Europe/Zurich', 'de-DE', 'CHF'],
    ['America/New_York', 'en-US', 'USD'],
    ['America/Toronto', 'fr-CA', 'CAD'],
    ['Asia/Tokyo', 'en-US', 'JPY'],
    ['Asia/Kuwait', 'ar-KW', 'KWD'],
    ['Africa/Nairobi', 'sw', null],
  ];
  for (const [zone, language, currency] of places)
    it(`${zone}, ${language}`, () => expect(guessedCurrency(zone, language)).to.equal(currency));
});
