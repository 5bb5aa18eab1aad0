import type { Fact } from '#core/bookings/facts';
import { type Ledger, emptyLedger, ledgerOf, withFact } from '#core/bookings/ledger';
import { type Books, taxMomentFrom, taxMomentOn, usualBooks } from '#core/books/books';
import { cashRounded, cashStep, lawNotes } from '#core/books/law';
import { cashOfFact } from '#core/books/journal/cashOfFact';
import type { PlainDate } from '#core/calendar/days';
import { accounts, isBalanced, type JournalEntry } from '#core/books/journal/entry';
import { entryUnder } from '#core/books/journal/entryForFact';
import { posted } from '#core/books/journal/posted';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { price } from '#core/price/price';
import { expect } from 'chai';
import fc from 'fast-check';
import { at, dealOn, fact, priceOf, rentalAgreed } from '../../../../testing/story';

const rates = { VAT: '23' as Decimal, RED: '6' as Decimal };
const atReceipt: Books = { ...usualBooks, taxAt: [{ from: '2027-01-01' as PlainDate, at: 'receipt' }] };
const agreed = rentalAgreed;
const whole = priceOf(agreed.total);

/** A booking's life, each fact said with where it stands in the books, and what all of it posts. */
function life(facts: readonly Fact[], books: Books, terms = agreed.terms, step = 1) {
  const kept: Fact[] = [];
  const entries: JournalEntry[] = [];
  let ledger: Ledger = emptyLedger;
  let price = whole;
  for (const each of facts) {
    if (each.kind === 'changed') price = each.after.price;
    const said = posted(
      each,
      { agreed: { ...agreed, terms }, price, facts: kept, books, rates, cashStep: step },
      ledger,
    );
    const made = entryUnder(2, said, ledger);
    if (made) entries.push(made);
    ledger = withFact(ledger, said);
    kept.push(said);
  }
  const lines = entries.flatMap((made) => made.lines);
  const balance = (account: string): number =>
    lines.filter((line) => line.account === account).reduce((all, { amount }) => all + amount, 0);
  const bases = lines.reduce((all, { tax }) => all + (tax?.base ?? 0), 0);
  return { entries, ledger, balance, bases, facts: kept };
}

const delivered = (received: number, when = '04-18 18:00', total: number = agreed.total): Fact => {
  const tax = minor(price(priceOf(total)).taxes[0]!.amount);
  return { kind: 'delivered', at: at(when), total: minor(total), tax, received: minor(received) };
};
const refund = (id: string, amount: number, when = '03-20 10:00'): Fact => ({
  kind: 'refunded',
  at: at(when),
  refundId: `${id}:${when}`,
  receiptId: id,
  amount: minor(amount),
  method: 'card',
});
const cancelled = (keep: number, owed: number, by: 'client' | 'no_show', when = '04-08 10:00'): Fact =>
  ({
    kind: 'cancelled',
    at: at(when),
    by,
    rule: 'tier',
    keep: minor(keep),
    refund: minor(0),
    owed: minor(owed),
  }) as Fact;
const changedTo = (total: number, when: string): Fact => {
  const before = dealOn(agreed);
  return {
    kind: 'changed',
    at: at(when),
    by: 'owner',
    key: when,
    reason: 'change',
    before,
    after: dealOn(agreed, { price: priceOf(total) }),
    tells: false,
  };
};
const { clientDeposits, receivables, taxPayable, revenue, cancellationIncome, refundableDeposits } = accounts;

describe('the books under the second rules', () => {
  it('take tax at delivery, dated by it, where nothing else is set', () => {
    const { balance, bases } = life([fact.paid('03-01 11:00', 300_00, 'a'), delivered(300_00)], usualBooks);
    expect(balance(clientDeposits)).to.equal(0);
    expect(balance(receivables)).to.equal(700_00);
    expect(balance(taxPayable)).to.equal(-186_99);
    expect(balance(revenue)).to.equal(-813_01);
    expect(bases).to.equal(-813_01);
  });
  it('take tax at receipt: deposits take the net, delivery only the rest', () => {
    const before = life([fact.paid('03-01 11:00', 300_00, 'a')], atReceipt);
    expect(before.balance(clientDeposits)).to.equal(-243_90);
    expect(before.balance(taxPayable)).to.equal(-56_10);
    const after = life([fact.paid('03-01 11:00', 300_00, 'a'), delivered(300_00)], atReceipt);
    expect(after.balance(clientDeposits)).to.equal(0);
    expect(after.balance(receivables)).to.equal(700_00);
    expect(after.balance(taxPayable)).to.equal(-186_99);
    expect(after.entries[1]!.lines.find(({ account }) => account === taxPayable)!.amount).to.equal(-130_89);
  });
  it('take the tax of what goes out again back', () => {
    const { balance } = life([fact.paid('03-01 11:00', 300_00, 'a'), refund('a', 100_00)], atReceipt);
    expect(balance(clientDeposits)).to.equal(-200_00 + 37_40);
    expect(balance(taxPayable)).to.equal(-37_40);
  });
  it('leave a receipt of before the setting alone, also where it goes back', () => {
    const later: Books = { ...usualBooks, taxAt: taxMomentFrom(usualBooks, '2027-03-10' as PlainDate, 'receipt') };
    const facts = [fact.paid('03-01 11:00', 300_00, 'a'), fact.paid('03-12 11:00', 100_00, 'b')];
    const { balance } = life(facts, later);
    expect(balance(taxPayable)).to.equal(-18_70);
    expect(life([...facts, refund('a', 300_00)], later).balance(taxPayable)).to.equal(-18_70);
    expect(life([...facts, delivered(400_00)], later).balance(taxPayable)).to.equal(-186_99);
  });
  it('begin anew where the price changes, and come to the tax of the new one', () => {
    const facts = [fact.paid('03-01 11:00', 300_00, 'a'), changedTo(500_00, '03-05 10:00')];
    const more = [...facts, fact.paid('03-06 11:00', 200_00, 'b')];
    expect(life(more, atReceipt).balance(taxPayable)).to.equal(-56_10 - 37_40);
    const after = life([...more, delivered(500_00, '04-18 18:00', 500_00)], atReceipt);
    expect(after.balance(taxPayable)).to.equal(-93_50);
    expect(after.balance(clientDeposits)).to.equal(0);
  });
  it('change what was earned where the price changes after the service', () => {
    const { balance } = life(
      [fact.paid('03-01 11:00', 300_00, 'a'), delivered(300_00), changedTo(800_00, '04-18 19:00')],
      usualBooks,
    );
    expect(balance(receivables)).to.equal(500_00);
    expect(balance(taxPayable)).to.equal(-149_59);
    expect(balance(revenue)).to.equal(-650_41);
  });
  it('take all tax back with a cancellation, and take that of what is kept by its reason', () => {
    const books: Books = { ...atReceipt, kept: { ...atReceipt.kept, cancelled: { kind: 'code', code: 'RED' } } };
    const { balance } = life(
      [fact.paid('03-01 11:00', 300_00, 'a'), cancelled(200_00, 0, 'client'), refund('a', 100_00, '04-08 11:00')],
      books,
    );
    expect(balance(clientDeposits)).to.equal(0);
    expect(balance(taxPayable)).to.equal(-11_32);
    expect(balance(cancellationIncome)).to.equal(-188_68);
  });
  it('undo what was earned where nobody came, which is said after the end', () => {
    const books: Books = { ...usualBooks, kept: { ...usualBooks.kept, noShow: { kind: 'price' } } };
    const paid = fact.paid('03-01 11:00', 300_00, 'a');
    const late = fact.paid('04-18 20:00', 100_00, 'b');
    const facts = [paid, delivered(300_00), late, cancelled(1000_00, 600_00, 'no_show', '04-18 21:00')];
    const { balance } = life(facts, books);
    expect(balance(clientDeposits)).to.equal(0);
    expect(balance(receivables)).to.equal(600_00);
    expect(balance(revenue)).to.equal(0);
    expect(balance(taxPayable)).to.equal(-186_99);
    expect(balance(cancellationIncome)).to.equal(-813_01);
  });
  it('keep a refundable deposit apart, and never split it', () => {
    const terms = { ...agreed.terms, chargeInstead: { above: 0 } };
    const { facts, balance } = life(
      [
        fact.paid('03-01 11:00', 300_00, 'a'),
        fact.paid('04-03 11:00', 700_00, 'b'),
        fact.paid('04-09 18:00', 400_00, 'c'),
      ],
      atReceipt,
      terms,
    );
    expect(facts.map((each) => ('security' in each ? each.security : 0))).to.deep.equal([0, 0, 400_00]);
    expect(balance(refundableDeposits)).to.equal(-400_00);
    expect(balance(taxPayable)).to.equal(-186_99);
    expect(balance(clientDeposits)).to.equal(-813_01);
  });
  it('take the tax within claims by their kinds', () => {
    const books: Books = { ...usualBooks, claims: { ...usualBooks.claims, late: { kind: 'code', code: 'VAT' } } };
    const claims = [
      { id: 'x', reason: 'Late', kind: 'late' as const, amount: minor(123_00) },
      { id: 'y', reason: 'Dent', kind: 'damage' as const, amount: minor(50_00) },
    ];
    const closed = { kind: 'closedOut', at: at('04-19 10:00'), claims, over: minor(7_00) } as unknown as Fact;
    const { balance } = life([delivered(0), closed], books);
    expect(balance(taxPayable)).to.equal(-186_99 - 23_00);
    expect(balance(accounts.damageRecovered)).to.equal(23_00);
    expect(balance(accounts.clientCredit)).to.equal(-7_00);
  });
  it('owe tips to the staff where they are theirs, and take them back there', () => {
    const books: Books = { ...usualBooks, tips: 'staff' };
    const tipped = { ...fact.paid('03-01 11:00', 300_00, 'a'), tip: minor(10_00) } as Fact;
    const { balance } = life([tipped], books);
    expect(balance(accounts.tipsPayable)).to.equal(-10_00);
    const back = { ...refund('a', 300_00), tip: minor(10_00) } as Fact;
    expect(life([tipped, back], books).balance(accounts.tipsPayable)).to.equal(0);
    expect(life([tipped, back], books).balance(accounts.tips)).to.equal(0);
  });
  it('name the code of the tax within a fee passed on', () => {
    const withFee = { ...fact.paid('03-01 11:00', 300_00, 'a'), fee: minor(6_15), feeTax: minor(1_15) } as Fact;
    const { entries } = life([withFee], usualBooks);
    const line = entries[0]!.lines.find(({ account }) => account === taxPayable);
    expect(line).to.deep.equal({ account: taxPayable, amount: -1_15, tax: { code: 'VAT', base: -5_00 } });
  });
  it('round cash as the law of the country says, and nothing else', () => {
    const cash = fact.paid('03-01 11:00', 300_02, 'a', 'cash');
    const card = fact.paid('03-01 12:00', 100_01, 'b');
    const { balance, facts } = life([cash, card], usualBooks, agreed.terms, 5);
    expect(balance(accounts.cash)).to.equal(300_00);
    expect(balance(accounts.rounding)).to.equal(2);
    expect(balance(clientDeposits)).to.equal(-400_03);
    expect(cashOfFact(facts[0]!)).to.equal(300_00);
    const back = { ...refund('a', 300_02), method: 'cash' } as Fact;
    expect(life([cash, back], usualBooks, agreed.terms, 5).balance(accounts.cash)).to.equal(0);
    expect(cashRounded(minor(2), 5)).to.equal(0);
    expect(cashRounded(minor(-300_03), 5)).to.equal(-300_05);
    expect([cashStep('NL', 'EUR'), cashStep('PT', 'EUR'), cashStep('NL', 'USD'), cashStep('', 'EUR')]).to.deep.equal([
      5, 1, 1, 1,
    ]);
    expect(lawNotes('PT').length).to.be.greaterThan(0);
    expect(lawNotes('constructor')).to.deep.equal([]);
  });
  it('know the moment of the tax of every day', () => {
    const set = taxMomentFrom(atReceipt, '2027-06-01' as PlainDate, 'delivery');
    expect(
      ['2026-12-31', '2027-01-01', '2027-05-31', '2027-06-01'].map((day) =>
        taxMomentOn({ taxAt: set }, day as PlainDate),
      ),
    ).to.deep.equal(['delivery', 'receipt', 'receipt', 'delivery']);
  });

  /** Payments and refunds in any order and sums, with a change of the price between them. */
  const movement = fc.tuple(fc.integer({ min: 1, max: 400_00 }), fc.boolean());
  it('owe the client what is in hand less its tax until the service, and nothing of it after', () =>
    fc.assert(
      fc.property(
        fc.array(movement, { maxLength: 6 }),
        fc.option(fc.integer({ min: 100_00, max: 2000_00 })),
        fc.constantFrom(usualBooks, atReceipt),
        (movements, newPrice, books) => {
          const facts: Fact[] = [];
          movements.forEach(([amount, back], index) => {
            const when = `03-${String(index + 2).padStart(2, '0')} 10:00`;
            facts.push(fact.paid(when, amount, `r${index}`));
            if (back) facts.push(refund(`r${index}`, Math.ceil(amount / 3), when));
            if (index === 2 && newPrice !== null) facts.push(changedTo(newPrice, when));
          });
          const { balance, ledger, entries } = life(facts, books);
          const inHand = ledger.receipts.reduce((all, { amount, refunded }) => all + amount - refunded, 0);
          expect(entries.every(({ lines }) => isBalanced(lines))).to.equal(true);
          expect(balance(clientDeposits) + balance(taxPayable)).to.equal(0 - inHand);
          const total = movements.length > 2 && newPrice !== null ? newPrice : agreed.total;
          const end = life([...facts, delivered(inHand, '04-18 18:00', total)], books);
          expect(end.balance(clientDeposits)).to.equal(0);
          expect(end.balance(receivables)).to.equal(total - inHand);
          expect(end.balance(taxPayable)).to.equal(0 - price(priceOf(total)).taxes[0]!.amount);
          const nobody = life([...facts, cancelled(0, 0, 'client', '04-08 10:00')], books);
          expect(nobody.balance(taxPayable)).to.equal(0);
          expect(nobody.balance(clientDeposits)).to.equal(0 - inHand);
        },
      ),
    ));
  it('read a fact of before as it was', () => expect(ledgerOf([delivered(0)]).revenue).to.equal(null));
});
