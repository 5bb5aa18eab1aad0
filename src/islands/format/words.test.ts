import type { Doing } from '#contracts/bookings/views';
import type { Decision } from '#core/bookings/decisions';
import type { Instant } from '#core/calendar/instant';
import type { PlainDate } from '#core/calendar/days';
import { minor } from '#core/money/minor';
import { distance, longDate, shortDate } from '#core/wording/days';
import { times } from '#core/wording/times';
import { payProblem } from '#islands/payments/payProblem';
import { decisionWords } from '#islands/format/decisionWords';
import { doingWords } from '#islands/format/doingWords';
import { fieldMessage, problemSentence } from '#islands/format/problemSentence';
import { linkedText } from '#islands/standIns/linkedText';
import { expect } from 'chai';

const today = '2027-05-14' as PlainDate;

describe('days in words', () => {
  const distances: [date: string, said: string][] = [
    ['2027-05-14', 'today'],
    ['2027-05-15', 'tomorrow'],
    ['2027-05-13', 'yesterday'],
    ['2027-05-17', 'in 3 days'],
    ['2027-06-03', 'in 20 days'],
    ['2027-06-04', 'in 3 weeks'],
    ['2027-04-02', '6 weeks ago'],
    ['2027-11-14', 'in 6 months'],
  ];
  for (const [date, said] of distances) it(said, () => expect(distance(date as PlainDate, today)).to.equal(said));
  it('are short, with the year where it is another', () => {
    expect(longDate(today, today)).to.equal('Fri 14 May');
    expect(shortDate('2028-01-02' as PlainDate, today)).to.equal('2 Jan 2028');
  });
  it('count', () => expect([1, 2, 3].map(times)).to.deep.equal(['once', 'twice', '3 times']));
});

describe('decisions in words', () => {
  const by = '2027-05-15T19:30:00Z' as Instant;
  const amount = minor(515_00);
  const cases: [why: string, decision: Decision, said: string, action: string][] = [
    [
      'refused, to be tried again',
      { kind: 'cardRefused', by, amount, code: '51', tries: 2, nextTry: '2027-05-14T19:00:00Z' as Instant },
      'Card refused twice (51, not enough funds). Next try Fri 14 May, 20:00.',
      'Ask for another card',
    ],
    [
      'refused for good',
      { kind: 'cardRefused', by, amount, code: '41', tries: 1, nextTry: null },
      'Card refused once (41, the card was reported lost). It is not tried again.',
      'Ask for another card',
    ],
    [
      'over, with a hold',
      { kind: 'closeOut', by, amount, held: true },
      'The service is over. Decide on the hold before its cover ends.',
      'Close out',
    ],
    ['over, without', { kind: 'closeOut', by, amount, held: false }, 'The service is over.', 'Close out'],
    [
      'late',
      { kind: 'late', by, amount, name: 'balance' },
      'The balance is late; reminders have gone out.',
      'Ask again',
    ],
    [
      'a gap',
      { kind: 'coverGap', by, amount, from: by, until: '2027-05-26T17:00:00Z' as Instant, code: '62' },
      'Hold refused (62, the bank restricts this card). Nothing protects it from Sat 15 May to Wed 26 May.',
      'Close the gap',
    ],
    [
      'not secured',
      { kind: 'notSecured', by, amount },
      'The first payment has not come, so nothing is secured.',
      'Ask again',
    ],
  ];
  for (const [why, decision, said, action] of cases) {
    it(why, () => expect(decisionWords(decision, 'Europe/Lisbon', today)).to.include({ why: said, action }));
  }
});

describe('what Ostendo does, in words', () => {
  const doing: Doing = {
    at: '2027-05-14T08:00:00Z' as Instant,
    kind: 'message',
    occasion: 'ask',
    client: 'Maud Oyelaran',
    bookingNumber: 'B-1',
    amount: null,
    currency: 'EUR',
    count: 1,
  };
  const cases: [about: Partial<Doing>, tense: 'done' | 'will', said: string][] = [
    [{}, 'done', 'Asked Maud Oyelaran for a payment'],
    [{ count: 4, amount: minor(1310_00) }, 'done', 'Asked 4 clients for a payment, 1,310.00'],
    [{ kind: 'renewHold', occasion: null, amount: minor(600_00) }, 'will', 'Renew the hold of Maud Oyelaran, 600.00'],
    [{ kind: 'lapse', occasion: null }, 'will', 'Give back the place of Maud Oyelaran, unless paid'],
  ];
  for (const [about, tense, said] of cases)
    it(said, () => expect(doingWords({ ...doing, ...about }, tense)).to.equal(said));
});

describe('problems in sentences', () => {
  const cases: [why: string, problem: Parameters<typeof problemSentence>[0], said: string][] = [
    [
      'a limit with its sum',
      { code: 'above_outstanding', detail: { limit: 560_00 } },
      'That is more than the €\u00a0560.00 still to be paid.',
    ],
    ['a code that is known', { code: 'nothing_due' }, 'Nothing is due now.'],
    ['what did not get through', { code: 'try_again' }, 'That did not get through. Nothing was done twice; try again.'],
    [
      'a field of a contract',
      { code: 'invalid_input', issues: [{ path: 'title', message: 'a name is needed' }] },
      'title: a name is needed.',
    ],
  ];
  for (const [why, problem, said] of cases) it(why, () => expect(problemSentence(problem, 'EUR')).to.equal(said));
  it('stand at their field', () => {
    const problem = {
      code: 'invalid_input',
      path: 'end',
      issues: [{ path: 'end', message: 'the end is before the start' }],
    } as const;
    expect(fieldMessage(problem, 'end', 'EUR')).to.equal('the end is before the start');
    expect(fieldMessage(problem, 'start', 'EUR')).to.equal(null);
    expect(fieldMessage(null, 'end', 'EUR')).to.equal(null);
  });
  it('tell a client that nothing was paid twice', () => {
    expect(payProblem({ code: 'no_connection' }, 'EUR')).to.include('Nothing was paid twice');
    expect(payProblem({ code: 'amount_too_small', detail: { limit: 240_00 } }, 'EUR')).to.include('€\u00a0240.00');
    expect(payProblem({ code: 'declined', detail: { code: '51' } }, 'EUR')).to.include('not enough funds');
  });
  it('links only addresses of the web', () => {
    const pieces = linkedText('Pay: https://a.example.com/b/x javascript:alert(1)');
    expect(pieces.filter((piece) => typeof piece === 'object')).to.have.length(1);
  });
});
