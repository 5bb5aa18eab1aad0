import { outOfBounds } from '#server/http/bounds';
import { expect } from 'chai';

describe('the bounds of every request', () => {
  const deep = (levels: number): unknown => (levels === 0 ? 1 : [deep(levels - 1)]);
  const within: [what: string, json: unknown][] = [
    ['a usual form', { name: 'Ines Valadar', amount: 240_00, start: '2027-06-05T18:00', lines: [{ id: 'a' }] }],
    ['the largest sum', { amount: 999_999_999_999 }],
    ['what is no date', { note: '0001-01-01 was a Monday' }],
    ['an emoji, which is two halves of one character', { note: '\u{1F319}' }],
    ['nothing', null],
    ['a signature of half a megabyte', { signature: { image: `data:image/png;base64,${'A'.repeat(666_664)}` } }],
    ['an account number', { note: 'to PT50 0002 0123 1234 5678 9015 4, please' }],
    ['forty levels', deep(39)],
  ];
  for (const [what, json] of within) it(`${what} is within them`, () => expect(outOfBounds(json)).to.equal(null));
  const beyond: [what: string, json: unknown, path: string][] = [
    ['a sum of 10^12', { lines: [{ amount: 1_000_000_000_000 }] }, 'lines.0.amount'],
    ['one below -10^12', { amount: -1e15 }, 'amount'],
    ['a year of another millennium', { start: '9999-12-31T00:00' }, 'start'],
    ['a day before banks', { from: '0001-01-01' }, 'from'],
    ['a moment of 1969', { at: '1969-12-31T23:59:59Z' }, 'at'],
    ['NUL', { name: 'a\0b' }, 'name'],
    ['half a character', { name: '\ud800' }, 'name'],
    ['a field that is called so', { 'a\0': 1 }, ''],
    ['forty-one levels', deep(41), '0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0.0'],
    ['ten thousand and one entries', { ids: Array.from({ length: 10_001 }, () => 1) }, 'ids'],
    ['the number of a card', { lines: [{ note: 'charge 4000 0000 0000 0002' }] }, 'lines.0.note'],
    ['a picture without end', { image: `data:image/png;base64,${'A'.repeat(700_000)}` }, 'image'],
    ['a text without end', { note: 'a'.repeat(200_001) }, 'note'],
  ];
  for (const [what, json, path] of beyond)
    it(`${what} is refused, at its place`, () => expect(outOfBounds(json)?.path).to.equal(path));
});
