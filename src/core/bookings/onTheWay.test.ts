import { wantedJobs } from '#core/jobs/wantedJobs';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import { payable } from '#core/bookings/bookingState';
import { entryForFact } from '#core/books/journal/entryForFact';
import { isBalanced } from '#core/books/journal/entry';
import { minor, sum } from '#core/money/minor';
import { cardConsent, debitAgreement, debitOnceConsent } from '#core/wording/consent';
import { expect } from 'chai';
import fc from 'fast-check';
import { at, fact, rentalAgreed, standingOf } from '../../../testing/story';

const { agreed, bankKept, cardKept, debitBack, debitPaid, debitSent, paid } = fact;

describe('money on its way', () => {
  const sent = debitSent('03-01 11:00', 400_00, 'd1', '03-05 11:00');
  it('covers the earliest parts first, and is asked for no second time', () => {
    const { parts, ...standing } = standingOf([agreed(), sent], '03-02 10:00');
    expect(parts.map(({ coming }) => coming)).to.deep.equal([300_00, 100_00]);
    expect(payable({ ...standing })).to.deep.equal({ dueNow: 0, outstanding: 600_00 });
  });
  it('is in hand once it settles, once', () => {
    const facts = [agreed(), sent, debitPaid('03-05 11:00', 400_00, 'd1')];
    const current = standingOf(facts, '03-05 12:00');
    expect([current.onTheWay, current.position.received]).to.deep.equal([0, 400_00]);
  });
  it('a part of the balance that is on its way leaves the rest to be charged', () => {
    const facts = [agreed(), paid('03-01 11:00', 300_00), cardKept('03-01 11:00'), { ...sent, at: at('04-02 10:00') }];
    const charges = wantedJobs(standingOf(facts, '04-02 11:00'), facts).filter(({ kind }) => kind === 'charge');
    expect(charges).to.have.length(1);
  });
  it('several are told apart by their payment', () => {
    const second = debitSent('03-02 11:00', 50_00, 'd2', '03-06 11:00');
    const ledger = ledgerOf([agreed(), sent, second, debitBack('03-04 11:00', 400_00, 'd1', false)]);
    expect(ledger.onTheWay.map(({ receiptId }) => receiptId)).to.deep.equal(['d2']);
  });
  it('what came back before it settled moved no money', () => {
    const before = ledgerOf([agreed(), sent]);
    expect(entryForFact(debitBack('03-04 11:00', 400_00, 'd1', false), before)).to.equal(null);
  });
  it('what came back after the service is owed as a receivable', () => {
    const delivered: Fact = {
      kind: 'delivered',
      at: at('04-19 10:00'),
      total: minor(1000_00),
      tax: minor(0),
      received: minor(400_00),
    };
    const before = ledgerOf([agreed(), sent, debitPaid('03-05 11:00', 400_00, 'd1'), delivered]);
    const entry = entryForFact(debitBack('04-25 11:00', 400_00, 'd1', true), before)!;
    expect(entry.lines).to.deep.include({ account: 'assets:receivables', amount: 400_00 });
  });
  it('a tip that was paid with it goes back with it', () => {
    const before = ledgerOf([agreed(), sent, debitPaid('03-05 11:00', 400_00, 'd1')]);
    const back = { ...debitBack('03-25 11:00', 400_00, 'd1', true), tip: minor(20_00) } as Fact;
    const entry = entryForFact(back, before)!;
    expect(isBalanced(entry.lines)).to.equal(true);
    expect(entry.lines).to.deep.include({ account: 'income:tips', amount: 20_00 });
    expect(entry.lines).to.deep.include({ account: 'assets:card clearing', amount: -420_00 });
  });

  it('whatever happens in whatever order: never more than there is, and nothing twice', () => {
    const amount = fc.integer({ min: 1, max: 400 }).map((euro) => euro * 100);
    const end = fc.constantFrom('open', 'settled', 'back', 'recalled');
    fc.assert(
      fc.property(fc.array(fc.record({ amount, end }), { maxLength: 6 }), (debits) => {
        const facts: Fact[] = [agreed(), bankKept('03-01 11:00')];
        debits.forEach(({ amount: much, end: how }, index) => {
          const id = `d${index}`;
          facts.push(debitSent('03-01 11:00', much, id, '03-05 11:00'));
          if (how === 'back') facts.push(debitBack('03-04 11:00', much, id, false));
          if (how === 'settled' || how === 'recalled') facts.push(debitPaid('03-05 11:00', much, id));
          if (how === 'recalled') facts.push(debitBack('03-25 11:00', much, id, true));
        });
        const current = standingOf(facts, '03-26 10:00');
        const of = (...ends: string[]): number =>
          sum(debits.filter((each) => ends.includes(each.end)).map((each) => minor(each.amount)));
        expect(current.onTheWay).to.equal(of('open'));
        expect(current.position.received).to.equal(of('settled'));
        const { dueNow, outstanding } = payable(current);
        expect(dueNow).to.be.at.most(outstanding);
        expect(outstanding).to.equal(Math.max(0, rentalAgreed.total - of('settled') - of('open')));
        for (const part of current.parts) expect(part.coming).to.be.at.most(part.left);
        const wholesale = current.parts
          .filter((part) => part.left > 0 && part.left === part.coming)
          .map(({ key }) => key);
        const charged = wantedJobs(current, facts).filter(({ kind }) => kind === 'charge');
        expect(charged.some(({ key }) => wholesale.some((part) => key.includes(part)))).to.equal(false);
      }),
    );
  });
});

describe('what is kept, and for what', () => {
  const kept = (use?: 'payments' | 'hold', cardId = 'c1'): Fact => ({
    kind: 'cardKept',
    at: at('03-01 11:00'),
    cardId,
    last4: '7315',
    consent: '',
    ...(use ? { use } : {}),
  });
  const cases: [why: string, facts: Fact[], card: string | null, hold: string | null][] = [
    ['a card is for both', [kept()], 'c1', 'c1'],
    ['for payments alone', [kept('payments')], 'c1', null],
    ['for the hold alone', [kept('hold')], null, 'c1'],
    ['one for each', [kept('payments'), kept('hold', 'c2')], 'c1', 'c2'],
    [
      'a new one for both takes the place of both',
      [kept('payments'), kept('hold', 'c2'), kept(undefined, 'c3')],
      'c3',
      'c3',
    ],
    ['a bank account takes the place of the card for payments', [kept(), bankKept('03-02 10:00')], 'b1', 'c1'],
  ];
  for (const [why, facts, card, hold] of cases)
    it(why, () => {
      const ledger = ledgerOf(facts);
      expect([ledger.card?.cardId ?? null, ledger.holdCard?.cardId ?? null]).to.deep.equal([card, hold]);
    });
  it('a hold without a card for it is asked for, whatever payments are charged to', () => {
    const facts = [agreed(), paid('03-01 11:00', 300_00), bankKept('03-01 11:00')];
    const wanted = wantedJobs(standingOf(facts, '03-02 10:00'), facts);
    expect(wanted.some(({ kind }) => kind === 'placeHold')).to.equal(false);
    expect(wanted.some(({ key }) => key === 'cardNeeded')).to.equal(true);
  });
});

describe('what a client agrees to', () => {
  const current = standingOf([agreed(), paid('03-01 11:00', 300_00)], '03-02 10:00');
  it('with a card for both, or for one of them', () => {
    expect(cardConsent(current)).to.include('charged for the balance').and.include('A hold of');
    expect(cardConsent(current, 'payments')).to.include('charged for the balance').and.not.include('A hold');
    expect(cardConsent(current, 'hold')).to.include('A hold of').and.not.include('charged for');
  });
  it('with a bank account: this collection, and later ones by name and sum', () => {
    const about = { business: 'Vesper Hollow', creditor: '', reference: 'B-0001' };
    const asked = debitAgreement(current, about);
    expect(asked.consent).to.include('I allow Vesper Hollow').and.include('the balance of').and.include('eight weeks');
    expect(asked.mandate).to.deep.equal({ creditor: '', reference: 'B-0001', noticeDays: 2 });
    const settled = standingOf([agreed(), paid('03-01 11:00', 1000_00)], '03-02 10:00');
    expect(debitAgreement(settled, about).consent).to.equal(debitOnceConsent('Vesper Hollow'));
  });
});
