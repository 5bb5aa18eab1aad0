import { creditorReference, groupedReference } from '#core/invoices/creditorReference';
import { hasCheckDigit, holdsCardNumber } from '#core/payments/cardNumber';
import { expect } from 'chai';
import fc from 'fast-check';

/** Digits with the check digit that makes them a number: made up here, of an issuer's range. */
function numberOf(first: string, length: number): string {
  const body = first.padEnd(length - 1, '0');
  return [...'0123456789'].map((last) => body + last).find(hasCheckDigit)!;
}
const inFours = (digits: string): string => digits.replace(/(.{4})(?=.)/g, '$1 ');

describe('numbers of cards in free text', () => {
  const sixteen = numberOf('4', 16);
  const found: [why: string, text: string][] = [
    ['sixteen digits', sixteen],
    ['in fours', inFours(sixteen)],
    ['amid a sentence', `please charge ${inFours(sixteen)}, valid until 05/29`],
    ['with hyphens', inFours(sixteen).replace(/ /g, '-')],
    ['with points', inFours(sixteen).replace(/ /g, '.')],
    ['behind another number', `2 x ${inFours(sixteen)}`],
    ['right behind another number', `15 ${inFours(sixteen)}`],
    ['two in a row', `${numberOf('4', 16)} ${numberOf('52', 16)}`],
    ['digit by digit', [...sixteen].join(' ')],
    ['fifteen digits in their groups', numberOf('34', 15).replace(/^(.{4})(.{6})/, '$1 $2 ')],
    ['fourteen digits', numberOf('36', 14)],
    ['nineteen digits', numberOf('6', 19)],
    ['another issuer', numberOf('2300', 16)],
    ['wide digits', sixteen.replace(/\d/g, (digit) => String.fromCodePoint(0xff10 + Number(digit)))],
    ['Arabic digits', sixteen.replace(/\d/g, (digit) => String.fromCodePoint(0x660 + Number(digit)))],
  ];
  for (const [why, text] of found) it(`${why}: found`, () => expect(holdsCardNumber(text)).to.equal(true));

  const none: [why: string, text: string][] = [
    ['a wrong check digit', `${sixteen.slice(0, -1)}${(Number(sixteen.at(-1)) + 1) % 10}`],
    ['no issuer’s digits', numberOf('9310', 16)],
    ['a telephone number', '+351 912 345 678'],
    ['two of them', '+49 1523 4567890, +351 912 345 678'],
    ['an account number', 'PT50 0002 0123 1234 5678 9015 4'],
    ['the same with words behind it', 'pay to PT50000201231234567890154 by Friday'],
    ['a reference of ours', groupedReference(creditorReference('B-2027-0042'))],
    ['an id', '51dd6620-4680-4128-8123-925395022014'],
    ['a moment', '2027-05-14T08:00:00Z'],
    ['days', '2027-05-14 to 2027-06-05, 40 guests, 1 680.50'],
    ['a part of a longer number', `1${numberOf('4', 16)}000`],
    ['part of a key', `tok_${sixteen}x`],
    ['no digit', 'Ines Valadar'],
  ];
  for (const [why, text] of none) it(`${why}: none`, () => expect(holdsCardNumber(text)).to.equal(false));

  it('no id and no reference of ours is taken for one', () =>
    fc.assert(
      fc.property(fc.uuid(), fc.integer({ min: 1, max: 9_999_999 }), (id, count) => {
        const number = `B-${String(count).padStart(4, '0')}`;
        const text = `${id} ${number} ${groupedReference(creditorReference(`2027${count}`))}`;
        return !holdsCardNumber(id) && !holdsCardNumber(number) && !holdsCardNumber(text);
      }),
      { numRuns: 3000 },
    ));
});
