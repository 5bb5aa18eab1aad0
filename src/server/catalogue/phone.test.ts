import type { AskedPhone } from '#core/catalogue/pageSettings';
import { readPhone } from '#server/catalogue/phone';
import { expect } from 'chai';

describe('a telephone number of a client', () => {
  const rows: [why: string, typed: string, asked: AskedPhone, country: string, number: string | null][] = [
    ['of the business’s country', '912 345 678', 'needed', 'PT', '+351912345678'],
    ['with its own country', '+49 30 901820', 'wished', 'PT', '+4930901820'],
    ['with two noughts', '0049 30 901820', 'wished', 'DE', '+4930901820'],
    ['without a country anywhere', '912 345 678', 'wished', '', null],
    ['words', 'call me', 'wished', 'PT', null],
    ['too short', '12', 'wished', 'PT', null],
    ['none, and none is needed', ' ', 'wished', 'PT', ''],
    ['none, and one is needed', '', 'needed', 'PT', null],
    ['one, and none is asked for', '912 345 678', 'off', 'PT', ''],
    ['a country that there is not', '912 345 678', 'wished', 'XX', null],
  ];
  for (const [why, typed, asked, country, number] of rows)
    it(`${why}: ${number ?? 'refused'}`, () => {
      const read = readPhone(typed, { asked, country });
      expect(read.ok ? read.value : null).to.equal(number);
      if (!read.ok) expect(read.refusal.code).to.equal(typed === '' ? 'phone_missing' : 'phone_wrong');
    });
});
