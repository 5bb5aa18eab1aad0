import { cancellationOf } from '#core/bookings/cancellationOf';
import type { Fact } from '#core/bookings/facts';
import type { CancelInput } from '#core/cancellation/cancel';
import { minor } from '#core/money/minor';
import { cancelledFrom, cancelledFromSentences } from '#core/wording/cancelledFrom';
import { purposesOf } from '#core/consent/purposesOf';
import { expect } from 'chai';
import { at, fact, rentalAgreed, rentalTerms, standingOf } from '../../../testing/story';

const { agreed, paid } = fact;
const deposit = [agreed(), paid('03-01 11:00', 300_00, 'r1')];
const kept: Fact = {
  kind: 'cardKept',
  at: at('03-01 11:00'),
  cardId: 'c1',
  last4: '7315',
  consent: '',
  purposes: purposesOf(standingOf(deposit, '03-01 11:00')),
};
const rowsOf = (facts: readonly Fact[], when: string, by: CancelInput['by'], deal = rentalAgreed) => {
  const bookingState = standingOf(facts, when, deal);
  const decided = cancellationOf(bookingState, by);
  const rows = cancelledFrom(bookingState, by, decided);
  // Whatever is kept or owed, and whatever goes back, stands in exactly one row.
  expect(rows.reduce((sum, row) => sum + row.kept, 0)).to.equal(decided.keep);
  return { rows, decided, bookingState };
};

describe('what a cancellation keeps, and from what', () => {
  it('of one receipt: a part by the terms, the rest back to its card', () => {
    const { rows, decided } = rowsOf(deposit, '03-20 10:00', 'client');
    expect(rows.map(({ key, kept, back }) => [key, kept, back])).to.deep.equal([['r1', decided.keep, decided.refund]]);
    expect(rows[0]!.from).to.include('300.00').and.include('1 Mar');
  });
  it('we cancel: all of it leaves again', () => {
    const { rows } = rowsOf(deposit, '04-09 10:00', 'business');
    expect(rows).to.have.length(1);
    expect(rows[0]).to.include({ kept: 0, back: 300_00 });
  });
  it('what is owed may be charged to a card that was agreed for it, and says up to what', () => {
    const { rows } = rowsOf([...deposit, kept], '04-11 10:00', 'no_show');
    const owed = rows.find(({ key }) => key === 'owed')!;
    expect(owed.kept).to.equal(700_00);
    expect(owed.why).to.match(
      /it may be charged to the card ending in 7315, which was agreed for a no-show up to .*700/,
    );
  });
  it('what was not agreed is asked for, and says so', () => {
    const without = { ...kept, purposes: { ...kept.purposes!, cancellation: null } } as Fact;
    const { rows } = rowsOf([...deposit, without], '04-11 10:00', 'no_show');
    expect(rows.find(({ key }) => key === 'owed')!.why).to.include('did not agree that the card ending in 7315');
    expect(rowsOf(deposit, '04-11 10:00', 'no_show').rows.at(-1)!.why).to.include('nothing is on file');
  });
  it('a hold pays what its terms and its card’s holder let it', () => {
    const covers = { ...rentalAgreed, terms: { ...rentalTerms, holdCoversKeep: true } };
    const held = fact.held('a1', '04-10 10:00', '04-17 10:00');
    const { rows } = rowsOf([...deposit, kept, held], '04-11 10:00', 'no_show', covers);
    expect(rows.map(({ key, kept: of, back }) => [key, of, back])).to.deep.equal([
      ['r1', 300_00, 0],
      ['a1', 400_00, 0],
      ['owed', 300_00, 0],
    ]);
    const unnamed = { ...kept, purposes: { ...kept.purposes!, cancellation: null } } as Fact;
    const none = rowsOf([...deposit, unnamed, held], '04-11 10:00', 'no_show', covers);
    expect(none.decided.fromHold).to.equal(0);
    expect(none.rows[1]).to.include({ key: 'a1', kept: 0, back: 400_00, why: 'let go' });
  });
  it('what is disputed stays, and the row says it', () => {
    const opened: Fact = {
      kind: 'disputeOpened',
      at: at('03-15 10:00'),
      disputeId: 'd',
      receiptId: 'r1',
      family: 'notProvided',
      code: 'x',
      answerBy: at('03-29 10:00'),
      charge: minor(15_00),
      amount: minor(300_00),
      claims: minor(0),
    };
    const { rows } = rowsOf([...deposit, opened], '03-20 10:00', 'business');
    expect(rows[0]).to.include({ kept: 0, back: 0 });
    expect(rows[0]!.why).to.include('300.00 is disputed');
    // What the client's own cancellation keeps of it is kept all the same, once the bank has decided.
    expect(rowsOf([...deposit, opened], '04-09 10:00', 'client').rows[0]!.kept).to.be.above(0);
  });
  it('in sentences the same sums', () => {
    const { bookingState, decided } = rowsOf(deposit, '04-09 10:00', 'business');
    expect(cancelledFromSentences(bookingState, 'business', decided)[0]).to.match(
      /leaves again \(goes back to its card\)/,
    );
  });
});
