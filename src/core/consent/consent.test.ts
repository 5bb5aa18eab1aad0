import { wantedJobs } from '#core/jobs/wantedJobs';
import type { Instant } from '#core/calendar/instant';
import type { Fact } from '#core/bookings/facts';
import type { Consented } from '#core/consent/consented';
import { chargeableOf, holdAgreed } from '#core/consent/chargeable';
import { claimsLeft, notAgreed, purposesOf } from '#core/consent/purposesOf';
import { mayWithdraw, performed, withdrawalUntil } from '#core/cancellation/withdrawal';
import { cancellationOf } from '#core/bookings/cancellationOf';
import { waivedTerms } from '#core/catalogue/waiver';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { cardAgreement } from '#core/wording/consent';
import { expect } from 'chai';
import { at, dealOn, fact, priceOf, rentalAgreed, rentalTerms, standingOf } from '../../../testing/story';

const { agreed, paid, changed } = fact;
const deposit = [agreed(), paid('03-01 11:00', 300_00, 'r1')];
/** A card kept with what the terms wanted of it then. */
const keptWith = (purposes: Consented): Fact => ({
  kind: 'cardKept',
  at: at('03-01 11:00'),
  cardId: 'c1',
  last4: '7315',
  consent: '',
  purposes,
});
const wanted = purposesOf(standingOf(deposit, '03-01 11:00'));
const secured = [...deposit, keptWith(wanted)];

describe('what a client agreed that a card may pay', () => {
  it('is each purpose of the terms with its sum', () =>
    expect(wanted).to.deep.equal({
      instalments: [{ name: 'balance', amount: 700_00, due: '2027-04-03' }],
      hold: { amount: 400_00, until: at('04-20 18:00') },
      cancellation: { most: 700_00 },
      claims: { most: 400_00, days: 0 },
    }));
  it('is said in the words that are kept with it', () => {
    const { consent, purposes } = cardAgreement(standingOf(deposit, '03-01 11:00'));
    expect(purposes).to.deep.equal(wanted);
    for (const sum of ['700.00', '400.00']) expect(consent).to.include(sum);
  });

  const charges = (facts: readonly Fact[], when = '04-03 10:00'): number[] => {
    const { parts, ledger } = standingOf(facts, when);
    return chargeableOf(parts, ledger);
  };
  const dearer = dealOn(rentalAgreed, { price: priceOf(1200_00) });
  it('nothing without a card; the plan with one of before there were purposes', () => {
    expect(charges(deposit)).to.deep.equal([0, 0]);
    expect(charges([...deposit, fact.cardKept('03-01 11:00')])).to.deep.equal([0, 700_00]);
  });
  it('an instalment up to the sum that was agreed, and not what a change added', () => {
    expect(charges(secured)).to.deep.equal([0, 700_00]);
    const after = [...secured, changed('03-10 10:00', dealOn(rentalAgreed), dearer)];
    const { parts, ledger } = standingOf(after, '04-03 10:00', { ...rentalAgreed, total: minor(1200_00) });
    expect(parts.map(({ left }) => left)).to.deep.equal([0, 60_00, 840_00]);
    expect(chargeableOf(parts, ledger)).to.deep.equal([0, 0, 700_00]);
  });
  it('what is above it is asked for once the agreed sum was charged', () => {
    const facts = [...secured, changed('03-10 10:00', dealOn(rentalAgreed), dearer), paid('03-11 10:00', 60_00, 'r2')];
    const dear = { ...rentalAgreed, total: minor(1200_00) };
    const keys = (more: Fact[], when: string) => {
      const all = [...facts, ...more];
      return wantedJobs(standingOf(all, when, dear), all).map(({ key }) => key.split('@')[0]!);
    };
    expect(keys([], '04-03 10:00')).to.include('charge:balance');
    const charged = keys([paid('04-03 10:00', 700_00, 'r3')], '04-03 10:01');
    expect(charged).to.include('ask:balance').and.not.include('charge:balance');
  });
  it('a cancellation’s sum where that was named, and else not', () => {
    const cancelled: Fact = {
      kind: 'cancelled',
      at: at('04-09 10:00'),
      by: 'client',
      rule: 'none',
      keep: minor(1000_00),
      refund: minor(0),
      owed: minor(700_00),
    };
    expect(charges([...secured, cancelled], '04-09 11:00')).to.deep.equal([700_00]);
    const without = keptWith({ ...wanted, cancellation: null });
    expect(charges([...deposit, without, cancelled], '04-09 11:00')).to.deep.equal([0]);
  });
  it('a hold up to its sum, and anew what is above', () => {
    const { ledger } = standingOf(secured, '03-02 10:00');
    expect([holdAgreed(minor(300_00), ledger), holdAgreed(minor(900_00), ledger)]).to.deep.equal([300_00, 400_00]);
    const more: Fact = {
      kind: 'holdWanted',
      at: at('04-09 10:00'),
      key: 'k',
      amount: minor(900_00),
      until: at('04-20 18:00'),
    };
    expect(notAgreed(standingOf([...secured, more], '04-09 11:00')).hold).to.deep.equal({
      amount: 900_00,
      agreed: 400_00,
    });
  });
  it('claims up to their most; all that is held where nobody said how much', () => {
    expect(claimsLeft(standingOf(secured, '04-11 10:00'))).to.equal(400_00);
    expect(claimsLeft(standingOf([...deposit, fact.cardKept('03-01 11:00')], '04-11 10:00'))).to.equal(null);
  });
  it('withdrawn, nothing new is charged', () => {
    const withdrawn: Fact = { kind: 'consentWithdrawn', at: at('03-20 10:00'), cardId: 'c1', last4: '7315' };
    expect(charges([...secured, withdrawn])).to.deep.equal([0, 0]);
  });
  it('a bank account has its notice before each collection, also where the terms remind later', () => {
    const debit: Fact = { ...keptWith(wanted), way: 'debit', cardId: 'b1' } as Fact;
    const late = { ...rentalAgreed, terms: { ...rentalTerms, reminders: [{ days: 1, when: 'before' as const }] } };
    const facts = [...deposit, debit];
    const reminders = wantedJobs(standingOf(facts, '03-05 10:00', late), facts).filter(({ key }) =>
      key.startsWith('remind'),
    );
    expect(reminders.map((each) => each.at).sort()).to.deep.equal([at('04-01 09:00'), at('04-02 09:00')]);
  });
  it('a bank account is not collected from after an outage that its notice did not survive: it is asked for', () => {
    const debit: Fact = { ...keptWith(wanted), way: 'debit', cardId: 'b1' } as Fact;
    const told = (when: Instant): Fact => ({
      kind: 'sent',
      at: when,
      occasion: 'remind',
      subject: 'A payment is coming',
      messageId: '<1@example.com>',
      to: 'ines@example.com',
    });
    const first = wantedJobs(standingOf([...deposit, debit], '03-05 10:00'), [...deposit, debit])
      .filter(({ key }) => key.startsWith('remind:balance'))
      .map((each) => each.at)
      .sort()[0]!;
    const asked = (more: Fact[], when: string): string[] => {
      const facts = [...deposit, debit, ...more];
      return wantedJobs(standingOf(facts, when), facts)
        .map(({ key }) => key)
        .filter((key) => /^(charge|ask):balance/.test(key));
    };
    const charge = 'charge:balance@2027-04-03:b1:0';
    const ask = 'ask:balance@2027-04-03:notice';
    const [before, due, nextDay] = ['03-20 10:00', '04-03 10:00', '04-04 10:00'];
    expect(asked([], before), 'nobody knows before its moment').to.deep.equal([charge]);
    expect(asked([told(first)], due)).to.deep.equal([charge]);
    expect(asked([], due), 'nobody was told').to.deep.equal([ask]);
    expect(asked([told(at('04-03 09:30'))], due), 'told too late').to.deep.equal([ask]);
    expect(asked([told(first)], nextDay), 'the day of the notice has passed').to.deep.equal([ask]);
    const given = { ...debit, at: at('04-05 10:00') };
    const late = [...deposit, given];
    expect(
      wantedJobs(standingOf(late, '04-05 10:01'), late).map(({ key }) => key),
      'an account that is given once it is due is given for that',
    ).to.include(charge);
  });
  it('what was refused for good in an overdue batch is not charged for the next part of it', () => {
    const [first, balance] = rentalTerms.instalments;
    const half = { ...balance!, name: 'half', amount: { percent: '30' as Decimal } };
    const twice = { ...rentalAgreed, terms: { ...rentalTerms, instalments: [first!, half, balance!] } };
    const before = [...deposit, fact.cardKept('03-01 11:00')];
    const charging = (facts: Fact[], when: string): string[] =>
      wantedJobs(standingOf(facts, when, twice), facts)
        .map(({ key }) => key.split('@')[0]!)
        .filter((key) => key.startsWith('charge:'));
    expect(charging(before, '04-06 10:00')).to.deep.equal(['charge:half', 'charge:balance']);
    expect(charging([...before, fact.declined('04-06 10:00', 'hard')], '04-06 10:00')).to.deep.equal([]);
  });
});

describe('withdrawal by law', () => {
  const days = { ...rentalAgreed, terms: { ...rentalTerms, withdrawal: { days: 14 } } };
  it('is open so many days from the agreement, and not where an exemption holds', () => {
    expect(withdrawalUntil(days)).to.equal(at('03-15 10:00'));
    expect(mayWithdraw(days, at('03-15 09:59'))).to.equal(true);
    expect(mayWithdraw(days, at('03-15 10:00'))).to.equal(false);
    const exempt = { ...rentalAgreed, terms: { ...rentalTerms, withdrawal: { exempt: 'leisure' as const } } };
    expect(withdrawalUntil(exempt)).to.equal(null);
  });
  it('goes before the steps: everything comes back before the service', () => {
    const kept = cancellationOf(standingOf(deposit, '03-10 10:00', days), 'client');
    expect(kept).to.include({ rule: 'withdrawal', keep: 0, refund: 300_00, owed: 0 });
    expect(kept.refunds).to.deep.equal([{ id: 'r1', amount: 300_00 }]);
    const by = cancellationOf(standingOf(deposit, '03-20 10:00', days), 'client');
    expect(by.rule, 'after its days the steps count').to.equal('tier');
  });
  it('keeps the part that was performed', () => {
    expect(performed(rentalAgreed, at('04-10 18:00'))).to.equal(0);
    expect(performed(rentalAgreed, at('04-12 18:00'))).to.equal(250_00);
    expect(performed(rentalAgreed, at('04-30 18:00'))).to.equal(1000_00);
  });
});

describe('a damage waiver', () => {
  const extra = {
    id: 'w',
    label: 'Waiver',
    unitPrice: minor(19_00),
    most: 1,
    waiver: { hold: minor(50_00), most: minor(100_00) },
  };
  const waived = (ids: string[], terms = rentalTerms) =>
    waivedTerms(terms, [extra], { lines: ids.map((id) => ({ id })), total: minor(1000_00) });
  it('lowers hold and most of a booking that has it', () => {
    const { hold, claims } = waived(['service', 'w']);
    expect([hold!.amount, claims]).to.deep.equal([{ fixed: 50_00 }, { answerDays: 0, most: { fixed: 100_00 } }]);
  });
  it('never raises them, and leaves one without it alone', () => {
    const little = { ...rentalTerms, hold: { ...rentalTerms.hold!, amount: { fixed: minor(20_00) } } };
    expect(waived(['w'], little).hold!.amount).to.deep.equal({ fixed: 20_00 });
    expect(waived(['service'])).to.equal(rentalTerms);
  });
});
