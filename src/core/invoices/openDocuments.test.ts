import type { DocumentKind, DocumentRun } from '#core/invoices/document';
import { openDocuments, openOnAccount, type OpenThen } from '#core/invoices/openDocuments';
import { taxShown } from '#core/invoices/taxShown';
import { minor } from '#core/money/minor';
import { expect } from 'chai';

const document = (
  id: string,
  kind: DocumentKind,
  total: number,
  openThen = 0,
  more: Partial<OpenThen> = {},
): OpenThen => ({
  id,
  cause: id,
  kind,
  run: 'price:0' as DocumentRun,
  creditOf: null,
  total: minor(total),
  openThen: minor(openThen),
  ...more,
});
const open = (issued: OpenThen[], received: number, outstanding: number): Record<string, number> =>
  Object.fromEntries(openDocuments(issued, { received: minor(received), outstanding: minor(outstanding) }));

describe('what of documents is to be paid', () => {
  it('nothing of a sum on account that had come before its document', () => {
    expect(openOnAccount(minor(120), minor(0), minor(120))).to.equal(0);
    expect(openOnAccount(minor(120), minor(0), minor(100))).to.equal(20);
    expect(openOnAccount(minor(120), minor(300), minor(300))).to.equal(120);
    expect(openOnAccount(minor(120), minor(0), minor(500))).to.equal(0);
  });
  it('a request that was invoiced, until its money has come; the oldest is paid first', () => {
    const asked = [document('a', 'account', 300, 300), document('b', 'account', 200, 200)];
    expect(open(asked, 0, 1000)).to.deep.equal({ a: 300, b: 200 });
    expect(open(asked, 350, 650)).to.deep.equal({ a: 0, b: 150 });
    expect(open(asked, 500, 500)).to.deep.equal({ a: 0, b: 0 });
  });
  it('nothing of what was taken back, and the final invoice alone once it stands', () => {
    const credit = document('c', 'credit', -300, 0, { creditOf: 'a' });
    expect(open([document('a', 'account', 300, 300), credit], 0, 1000)).to.deep.equal({});
    const both = [document('a', 'account', 300), document('f', 'final', 1000, 700)];
    expect(open(both, 300, 700)).to.deep.equal({ f: 700 });
    expect(open(both, 900, 100)).to.deep.equal({ f: 100 });
  });
  it('claims and the price together no more than is owed, the newest last', () => {
    const claims = document('x', 'final', 50, 50, { run: 'claims' });
    const two = [document('f', 'final', 1000, 100), claims];
    expect(open(two, 900, 150)).to.deep.equal({ f: 100, x: 50 });
    expect(open(two, 1000, 50)).to.deep.equal({ f: 0, x: 50 });
  });
});

describe('the taxes that documents show, each once', () => {
  const tax = (amount: number) => [{ code: 'VAT', base: minor(amount * 4), amount: minor(amount) }];
  const account = { kind: 'account' as const, taxes: tax(10), deducted: [] };
  const final = { kind: 'final' as const, taxes: tax(50), deducted: [{ taxes: tax(10) }] };
  const credit = (amount: number) => ({ kind: 'credit' as const, taxes: tax(-amount), deducted: [] });
  it('a final invoice without what it deducts', () =>
    expect([account, final].map((each) => taxShown(each, null)[0]!.amount)).to.deep.equal([10, 40]));
  it('taken back in full, what is on account stands again; in part, only that part goes', () => {
    expect(taxShown(credit(50), final)[0]!.amount).to.equal(-40);
    expect(taxShown(credit(20), null)[0]!.amount).to.equal(-20);
  });
});
