import { claimState, type ClaimState } from '#core/claims/claims';
import { courtesyOf } from '#core/courtesies/courtesy';
import { disputedOf } from '#core/disputes/disputes';
import { decisiveEvidence, evidenceKinds, evidenceOrder } from '#core/disputes/evidence';
import { type DisputeNews, factsOfDispute } from '#core/disputes/factsOfDispute';
import { lateReturn } from '#core/returns/lateReturn';
import { disputeFamilies } from '#core/claims/said';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import { wantedJobs } from '#core/jobs/wantedJobs';
import { takeClaimsOf } from '#core/closeout/closeOutOf';
import type { LateRule } from '#core/terms/terms';
import { evidenceOf } from '#core/wording/evidenceWords';
import { expect } from 'chai';
import fc from 'fast-check';
import { at, fact, priceOf, rentalAgreed, rentalTerms, standingOf } from '../../../testing/story';

const { agreed, paid, cardKept, held } = fact;
const claim = (when: string, amount: number, more: object = {}): Fact => ({
  kind: 'claimMade',
  at: at(when),
  claimId: 'k',
  what: 'damage',
  reason: 'Scratched lens',
  amount: minor(amount),
  restsOn: '',
  pictures: [],
  key: when,
  answerBy: at('04-26 10:00'),
  ...more,
});
const delivered: Fact = {
  kind: 'delivered',
  at: at('04-18 18:00'),
  total: minor(1000_00),
  tax: minor(186_99),
  received: minor(1000_00),
  taxes: [{ code: 'VAT', base: minor(813_01), amount: minor(186_99) }],
};
const settled = [
  agreed(),
  paid('03-01 11:00', 300_00, 'r1'),
  cardKept('03-01 11:00'),
  paid('04-03 09:00', 700_00, 'r2'),
];
const over = [...settled, held('h1', '04-09 18:00', '04-25 18:00'), delivered];
const said = (kind: string, when: string, more: object): Fact =>
  ({ kind, at: at(when), claimId: 'k', ...more }) as Fact;
const accepted = (when: string, amount = 120_00): Fact => said('claimAccepted', when, { amount: minor(amount) });
const objected = (when: string): Fact => said('claimObjected', when, { amount: minor(120_00), note: 'No.' });

describe('where a claim stands', () => {
  const rows: [why: string, facts: Fact[], when: string, state: ClaimState][] = [
    ['told, it waits', [], '04-20 10:00', 'waits'],
    ['until its day', [], '04-26 09:59', 'waits'],
    ['from its day on it may be taken', [], '04-26 10:00', 'ready'],
    ['accepted', [accepted('04-20 10:00')], '04-20 11:00', 'ready'],
    ['objected to', [objected('04-20 10:00')], '04-20 11:00', 'objected'],
    ['and stays so after its day', [objected('04-20 10:00')], '04-27 11:00', 'objected'],
    [
      'the owner has decided',
      [objected('04-20 10:00'), said('claimDecided', '04-21 10:00', { amount: minor(80_00), note: '' })],
      '04-21 11:00',
      'ready',
    ],
    ['withdrawn', [said('claimWithdrawn', '04-20 10:00', {})], '04-20 11:00', 'withdrawn'],
    [
      'said anew, dearer, it waits again',
      [accepted('04-20 10:00'), { ...claim('04-21 10:00', 150_00), kind: 'claimCorrected' } as Fact],
      '04-21 11:00',
      'waits',
    ],
    [
      'said anew, cheaper, it stays accepted',
      [accepted('04-20 10:00'), { ...claim('04-21 10:00', 50_00), kind: 'claimCorrected' } as Fact],
      '04-21 11:00',
      'ready',
    ],
  ];
  for (const [why, facts, when, state] of rows)
    it(why, () => {
      const { ledger, asOf } = standingOf([...over, claim('04-19 10:00', 120_00), ...facts], when);
      expect(claimState(ledger.after.claims[0]!, asOf)).to.equal(state);
    });
  it('the hold goes on while a claim waits, and two days after its answer', () => {
    const waiting = standingOf([...over, claim('04-19 10:00', 120_00)], '04-20 10:00');
    expect(waiting.hold?.until).to.equal(at('04-28 10:00'));
    const answered = standingOf([...over, claim('04-19 10:00', 120_00), accepted('04-21 10:00')], '04-21 11:00');
    expect(answered.hold?.until).to.equal(at('04-23 10:00'));
  });
  it('what is not back is renewed before each end, as long as its account can', () => {
    const facts: Fact[] = [...over, { kind: 'notBack', at: at('04-19 10:00') }];
    const missing = standingOf(facts, '04-20 10:00');
    expect(missing.hold).to.deep.include({ until: at('04-25 19:00'), renewAt: at('04-25 06:00') });
    const back: Fact = { kind: 'broughtBack', at: at('04-21 10:00'), moment: at('04-21 09:00') };
    const there = standingOf([...facts, back], '04-21 11:00');
    expect(there.hold?.until).to.equal(at('04-20 18:00'));
  });
  it('what came back early can be closed early', () => {
    const back: Fact = { kind: 'broughtBack', at: at('04-15 10:00'), moment: at('04-15 09:00') };
    expect(standingOf([...settled, back], '04-15 11:00').stage).to.equal('toCloseOut');
    expect(standingOf(settled, '04-15 11:00').stage).to.equal('inService');
  });
  it('takes no more than is held, nor than was agreed', () => {
    const facts = [...over, claim('04-19 10:00', 900_00), accepted('04-20 10:00', 900_00)];
    const taken = takeClaimsOf(standingOf(facts, '04-20 11:00'), ['k']);
    expect(taken.ok && taken.value.amount).to.equal(400_00);
  });
});

describe('what a late return comes to', () => {
  const hourly: LateRule = { freeMinutes: 30, per: 'hour', each: { fixed: minor(15_00) } };
  const daily: LateRule = { freeMinutes: 0, per: 'day', each: { percent: '150' as Decimal } };
  const rows: [why: string, rule: LateRule, back: string, amount: number | null][] = [
    ['in time', hourly, '04-18 18:00', null],
    ['within the free minutes', hourly, '04-18 18:30', null],
    ['a minute past them: the whole first hour', hourly, '04-18 18:31', 15_00],
    ['each begun hour', hourly, '04-18 20:01', 45_00],
    ['at most so much', { ...hourly, most: minor(40_00) }, '04-19 18:00', 40_00],
    // 1,000.00 for eight days is 125.00 a day; half as much again for each begun day.
    ['a percentage of the price of one day', daily, '04-19 12:00', 187_50],
    ['of two begun days', daily, '04-20 12:00', 375_00],
  ];
  for (const [why, rule, back, amount] of rows)
    it(why, () => expect(lateReturn(rule, rentalAgreed, at(back))?.amount ?? null).to.equal(amount));
});

describe('news of a dispute', () => {
  const news = (state: DisputeNews['state'], amount = 300_00, more: object = {}): DisputeNews => ({
    dispute: 'd',
    state,
    amount: minor(amount),
    charge: minor(15_00),
    family: 'notProvided',
    code: 'NP1',
    answerBy: at('06-01 10:00'),
    ...more,
  });
  const told = (facts: readonly Fact[], given: DisputeNews, receiptId = 'r1') =>
    factsOfDispute(given, { receiptId, share: given.amount, charge: given.charge }, { facts, at: at('05-18 10:00') });
  const opened = told(over, news('opened'))!;

  it('opened: what counted, and the charge', () =>
    expect(opened[0]).to.include({ kind: 'disputeOpened', amount: 300_00, claims: 0, charge: 15_00 }));
  it('told twice: nothing more', () => expect(told([...over, ...opened], news('opened'))).to.deep.equal([]));
  it('decided before it was opened: it waits for that', () => expect(told(over, news('won'))).to.equal(null));
  it('won, and told again', () => {
    const won = told([...over, ...opened], news('won'))!;
    expect(won[0]).to.include({ kind: 'disputeDecided', outcome: 'won', amount: 300_00 });
    expect(told([...over, ...opened, ...won], news('won'))).to.deep.equal([]);
    expect(told([...over, ...opened, ...won], news('opened'))![0]).to.include({ again: true });
  });
  it('an inquiry that is dropped moves nothing', () => {
    const asked = told(over, news('asked'))!;
    expect(told([...over, ...asked], news('dropped'))![0]).to.include({ outcome: 'dropped' });
    expect(told([...over, ...asked], news('lost'))).to.equal(null);
  });
  it('of what was given back meanwhile only the rest', () => {
    const back: Fact = {
      kind: 'refunded',
      at: at('05-01 10:00'),
      refundId: 'x',
      receiptId: 'r1',
      amount: minor(200_00),
      method: 'card',
    };
    expect(told([...over, back], news('opened'))![0]).to.include({ amount: 100_00 });
  });
  it('while it is open nothing goes back over it, nor as a courtesy', () => {
    const current = standingOf([...over, ...opened], '05-18 11:00');
    expect(disputedOf(current.ledger.after.disputes, 'r1')).to.equal(300_00);
    const all = courtesyOf(current, { amount: minor(700_00), receiptId: null });
    expect(all.ok && all.value.refunds).to.deep.equal([{ id: 'r2', amount: 700_00 }]);
    const more = courtesyOf(current, { amount: minor(700_01), receiptId: null });
    expect(!more.ok && more.refusal).to.deep.equal({ code: 'above_in_hand', limit: 700_00, path: 'amount' });
  });
  it('lost: owed again, and neither asked for nor charged by itself', () => {
    const lost = told([...over, ...opened], news('lost'))!;
    const facts = [...over, ...opened, ...lost];
    const current = standingOf(facts, '05-19 10:00');
    expect(current.position.outstanding).to.equal(300_00);
    const kinds = wantedJobs(current, facts).filter(({ key }) => /^(ask|overdue|charge|remind):/.test(key));
    expect(kinds).to.deep.equal([]);
  });
  it('whatever comes in whatever order and however often, what is away is what is open or lost', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom<DisputeNews['state']>('asked', 'opened', 'won', 'lost', 'dropped'), { maxLength: 12 }),
        (states) => {
          let facts: Fact[] = over;
          for (const state of states) facts = [...facts, ...(told(facts, news(state)) ?? [])];
          const { after, receipts } = ledgerOf(facts);
          const gone = receipts.find(({ id }) => id === 'r1')!.refunded;
          const lost = after.disputes.some(({ state }) => state === 'lost');
          expect(gone).to.equal(lost ? 300_00 : 0);
          expect(disputedOf(after.disputes, 'r1')).to.equal(
            after.disputes.some(({ state }) => state === 'open') ? 300_00 : 0,
          );
        },
      ),
    ));
});

describe('what speaks for the business', () => {
  it('names each kind once for every family, the decisive one first', () => {
    for (const family of disputeFamilies) {
      expect([...evidenceOrder[family]].sort()).to.deep.equal([...evidenceKinds].sort());
      expect(evidenceOrder[family][0]).to.equal(decisiveEvidence(family));
    }
  });
  const actor = { kind: 'client', device: 'abcdefghijklmnop' } as const;
  const shown = (facts: readonly Fact[]) => {
    const recorded = facts.map((each) => ({ ...each, actor }));
    const current = standingOf(facts, '05-19 10:00');
    const pieces = evidenceOf({
      dispute: current.ledger.after.disputes[0]!,
      current,
      facts: recorded,
      title: 'Rig',
      number: 'B-0001',
      price: priceOf(1000_00),
      client: { name: 'Ines Valadar', email: 'ines@example.com' },
      answered: { reference: 'pay_1', at: at('03-01 11:00') },
      signed: null,
      documents: [],
    });
    return Object.fromEntries(pieces.map(({ kind, lines }) => [kind, lines.join(' ')]));
  };
  const opened = factsOfDispute(
    {
      dispute: 'd',
      state: 'opened',
      amount: minor(300_00),
      charge: minor(0),
      family: 'notAuthorised',
      code: 'NA1',
      answerBy: at('06-01 10:00'),
    },
    { receiptId: 'r1', share: minor(300_00), charge: minor(0) },
    { facts: over, at: at('05-18 10:00') },
  )!;
  it('is told from facts: the payment, the device, the terms then, the delivery', () => {
    const pieces = shown([...over, ...opened]);
    expect(pieces.authentication).to.include('reference pay_1').and.include('device abcdefghij');
    expect(pieces.terms).to.include('we keep 30');
    expect(pieces.delivery).to.include('was given');
    expect(pieces.ledger).to.include('(this payment)');
    expect(pieces.word).to.equal('');
  });
  it('shows the answer of the bank at the card, and what was agreed to with it', () => {
    const confirmed: Fact = {
      kind: 'cardKept',
      at: at('03-01 11:00'),
      cardId: 'c1',
      last4: '7315',
      consent: 'A hold of 400.',
      evidence: { reference: 'check_1', confirmed: true },
    };
    const [first, second, , ...rest] = over;
    const pieces = shown([first!, second!, confirmed, ...rest, ...opened]);
    expect(pieces.authentication).to.include('asked the holder to confirm').and.include('A hold of 400.');
  });
});

describe('a hold put on by hand', () => {
  const wanted: Fact = {
    kind: 'holdWanted',
    at: at('04-11 10:00'),
    key: 'k',
    amount: minor(650_00),
    until: at('04-22 00:00'),
  };
  it('counts for a booking without one, from then on', () => {
    const { hold: _hold, ...without } = rentalTerms;
    const agreedOn = { ...rentalAgreed, terms: without };
    const current = standingOf([...settled, wanted], '04-11 11:00', agreedOn);
    expect(current.hold).to.include({ wanted: 650_00, toPlace: 650_00, until: at('04-22 00:00') });
    expect(standingOf(settled, '04-11 11:00', agreedOn).hold).to.equal(null);
  });
});
