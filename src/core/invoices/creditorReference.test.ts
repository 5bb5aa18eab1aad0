import { creditorReference, groupedReference, isCreditorReference, isIban } from '#core/invoices/creditorReference';
import { leadsTo, transferLines } from '#core/invoices/transferTo';
import { transferCode } from '#core/invoices/transferCode';
import { minor } from '#core/money/minor';
import { expect } from 'chai';
import fc from 'fast-check';

describe('what a transfer is known by', () => {
  it('a number of ours has its check digits (ISO 11649)', () => {
    expect(creditorReference('I2027-0042')).to.match(/^RF\d\dI20270042$/);
    expect(isCreditorReference('RF18539007547034')).to.equal(true);
    expect(isCreditorReference('RF19539007547034')).to.equal(false);
    expect(groupedReference('RF18539007547034')).to.equal('RF18 5390 0754 7034');
  });
  it('every number gives one that is right, and another digit makes it wrong', () =>
    fc.assert(
      fc.property(fc.stringMatching(/^[A-Z0-9-]{1,25}$/), fc.nat(), (number, seed) => {
        fc.pre(/[A-Z0-9]/.test(number));
        const made = creditorReference(number);
        expect(isCreditorReference(made)).to.equal(true);
        const at = 2 + (seed % (made.length - 2));
        const digit = made[at]!;
        if (!/\d/.test(digit)) return;
        const other = `${made.slice(0, at)}${(Number(digit) + 1) % 10}${made.slice(at + 1)}`;
        expect(isCreditorReference(other)).to.equal(false);
      }),
    ));
  it('an IBAN by its check digits', () => {
    expect(isIban('PT22 9960 0001 8830 0412 5770 3')).to.equal(true);
    expect(isIban('PT23996000018830041257703')).to.equal(false);
    expect(isIban('nonsense')).to.equal(false);
  });
  it('a code for a banking application says account, sum and reference, in euro alone (EPC069-12)', () => {
    const to = {
      name: 'Vesper Hollow',
      iban: 'PT22 9960 0001 8830 0412 5770 3',
      bic: '',
      reference: 'RF18539007547034',
    };
    expect(transferCode({ ...to, amount: minor(12_05), currency: 'EUR' })!.split('\n')).to.deep.equal([
      'BCD',
      '002',
      '1',
      'SCT',
      '',
      'Vesper Hollow',
      'PT22996000018830041257703',
      'EUR12.05',
      '',
      'RF18539007547034',
    ]);
    expect(transferCode({ ...to, amount: minor(5), currency: 'EUR' })).to.include('EUR0.05');
    expect(transferCode({ ...to, amount: minor(12_05), currency: 'JPY' })).to.equal(null);
    expect(transferCode({ ...to, amount: minor(0), currency: 'EUR' })).to.equal(null);
  });
});

describe('what somebody who pays by transfer writes', () => {
  const seller = { legalName: '', iban: 'PT22996000018830041257703', bic: 'ABCDPTPL' };
  const of = (words: string, iban = seller.iban) =>
    transferLines({ words, name: 'Vesper Hollow', seller: { ...seller, iban } }, 'B-0042');
  it('goes to the account, or where the owner says, under the reference of its number', () => {
    expect(of('').split('\n')).to.deep.equal([
      'Vesper Hollow, IBAN PT22 9960 0001 8830 0412 5770 3',
      'BIC ABCDPTPL',
      `Reference ${groupedReference(creditorReference('B-0042'))}`,
    ]);
    expect(of('Hill Savings, 77').split('\n')[0]).to.equal('Hill Savings, 77');
  });
  it('shows a code only where the owner’s words lead to the same account', () => {
    expect(
      ['', 'to PT22 9960 0001 8830 0412 5770 3', 'Hill Savings, 77'].map((words) => leadsTo(words, seller.iban)),
    ).to.deep.equal([true, true, false]);
    expect(leadsTo('', '')).to.equal(false);
  });
  it('is nothing where no account is known', () => expect(of('', '')).to.equal(''));
});
