import { findable, fits } from '#islands/shell/findable';
import { expect } from 'chai';

const found = (typed: string): string[] =>
  findable.filter(({ label, words }) => fits(typed, label, words)).map(({ path }) => path);

describe('the palette', () => {
  const asked: [typed: string, path: string][] = [
    ['refund', '/bookings'],
    ['give back', '/bookings'],
    ['receipt', '/bookings?stage=all'],
    ['invoice', '/bookings?stage=all'],
    ['export', '/bookings?stage=all'],
    ['VAT', '/services'],
    ['logo', '/set-up/business'],
    ['holiday', '/set-up/hours'],
    ['opening hours', '/set-up/hours'],
    ['second factor', '/set-up/door'],
    ['password', '/set-up/door'],
    ['bank debit', '/set-up/ways'],
    ['deposit', '/terms'],
    ['no such thing at all', ''],
  ];
  for (const [typed, path] of asked)
    it(`knows where to go for: ${typed}`, () =>
      path === '' ? expect(found(typed)).to.deep.equal([]) : expect(found(typed)).to.include(path));

  it('finds by beginnings of words, in any order, and not by their middles', () => {
    expect(fits('saf sign', 'Sign-in and safety')).to.equal(true);
    expect(fits('afety', 'Sign-in and safety')).to.equal(false);
    expect(fits('  ', 'anything')).to.equal(true);
  });
  it('leads nowhere twice under one name', () =>
    expect(new Set(findable.map(({ id }) => id)).size).to.equal(findable.length));
});
