import type { PlainDate } from '#core/calendar/days';
import type { Fact } from '#core/bookings/facts';
import { historyWords } from '#islands/bookings/booking/historyWords';
import { planRows } from '#islands/bookings/booking/planRows';
import { expect } from 'chai';
import { at, fact, standingOf } from '../../../../testing/story';

const { agreed, bankKept, debitBack, debitPaid, debitSent } = fact;
const about = { currency: 'EUR', zone: 'UTC', today: '2027-04-20' as PlainDate };
const sent = debitSent('03-01 11:00', 300_00, 'd1', '03-05 11:00');
const kept = (more: object): Fact => ({
  kind: 'cardKept',
  at: at('03-01 11:00'),
  cardId: 'c1',
  last4: '7315',
  consent: '',
  ...more,
});

describe('ways to pay in a booking’s history', () => {
  const words: [fact: Fact, said: string][] = [
    [sent, '300.00 collected from the account ending in 9911; it counts on 5 Mar'],
    [debitPaid('03-05 11:00', 300_00, 'd1'), '300.00 received by bank debit'],
    [
      debitBack('03-04 11:00', 300_00, 'd1', false),
      '300.00 came back from the account ending in 9911 (AM04, not enough funds in the bank account)',
    ],
    [
      debitBack('03-25 11:00', 300_00, 'd1', true),
      '300.00 came back from the account ending in 9911 (MD06, the holder of the account had it sent back)',
    ],
    [bankKept('03-01 11:00'), 'Bank account ending in 9911 kept, as the client agreed'],
    [kept({ use: 'hold' }), 'Card ending in 7315 kept for the hold, as the client agreed'],
    [kept({ use: 'payments' }), 'Card ending in 7315 kept for payments, as the client agreed'],
    [
      { kind: 'accountChosen', at: at('03-01 11:00'), accountId: 'f', name: 'Fell Cards' },
      'The next payment goes through Fell Cards',
    ],
    [
      { kind: 'accountChosen', at: at('03-01 11:00'), accountId: null, name: '' },
      'The next payment goes the usual way',
    ],
  ];
  for (const [told, said] of words) it(said, () => expect(historyWords(told, about)).to.equal(said));
});

describe('bank debits on the dated line', () => {
  const noteAt = (facts: Fact[], when: string, title: string): string =>
    planRows(standingOf(facts, when)).find((row) => row.title === title)!.note;
  it('on its way, with the day on which it counts', () =>
    expect(noteAt([agreed(), sent, bankKept('03-01 11:00')], '03-02 10:00', 'Deposit')).to.equal(
      'on its way from a bank account, counts on Fri 5 Mar',
    ));
  it('the next part names the bank account', () =>
    expect(noteAt([agreed(), sent, bankKept('03-01 11:00')], '03-02 10:00', 'Balance')).to.equal(
      'charged to the bank account ending in 9911',
    ));
  it('paid, once it has settled', () =>
    expect(noteAt([agreed(), sent, debitPaid('03-05 11:00', 300_00, 'd1')], '03-06 10:00', 'Deposit')).to.equal(
      'paid by bank debit',
    ));
});
