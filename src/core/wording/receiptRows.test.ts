import type { Fact } from '#core/bookings/facts';
import { minor } from '#core/money/minor';
import { cancelledSentences, ifCancelledSentences } from '#core/wording/cancelledSentences';
import { quoteHistory, signatoryName } from '#core/wording/quoteHistory';
import { cameBy, receiptRows, receiptsOf } from '#core/wording/receiptRows';
import type { QuoteFact } from '#core/quotes/facts';
import { expect } from 'chai';
import { at } from '../../../testing/story';

const when = at('03-05 10:00');
const of = (kind: Fact['kind'], more: object = {}): Fact => ({ kind, at: when, ...more }) as Fact;
/** Sums stand on one line: their space is one that does not break. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value).replaceAll('\u00a0', ' ')) as T;
const about = { title: 'Imaging rig, 9 days', currency: 'EUR', timeZone: 'Europe/Lisbon' };

describe('receipts', () => {
  const paid = of('received', { receiptId: 'a', amount: 240_00, method: 'card', fee: 3_00, tip: 5_00, last4: '7315' });
  const cash = of('received', { receiptId: 'b', amount: 50_00, method: 'cash', last4: '7315' });
  const facts = [
    paid,
    of('seen'),
    cash,
    of('holdCaptured', { authorisation: 'h1', held: 400_00, captured: 100_00, balance: 40_00 }),
    of('holdCaptured', { authorisation: 'h2', held: 400_00, captured: 100_00, balance: 0 }),
    of('keptFromHold', { authorisation: 'h3', held: 400_00, captured: 80_00 }),
    of('paymentCaptured', { authorisation: 'h4', held: 90_00, captured: 90_00 }),
    of('keptFromHold', { authorisation: 'h5', held: 400_00, captured: 0 }),
  ];

  it('are what came, in order; of a hold what paid the price', () =>
    expect(receiptsOf(facts)).to.deep.equal([
      { id: 'a', at: when, amount: 240_00, method: 'card', fee: 3_00, tip: 5_00, last4: '7315' },
      { id: 'b', at: when, amount: 50_00, method: 'cash', fee: 0, tip: 0, last4: '7315' },
      { id: 'h1', at: when, amount: 40_00, method: 'hold', fee: 0, tip: 0, last4: null },
      { id: 'h3', at: when, amount: 80_00, method: 'hold', fee: 0, tip: 0, last4: null },
      { id: 'h4', at: when, amount: 90_00, method: 'hold', fee: 0, tip: 0, last4: null },
    ]));

  it('say what it was for, what came on top, how it was paid, and what went back since', () => {
    const [first, second, third] = receiptsOf(facts);
    const later = [
      ...facts,
      of('refunded', { receiptId: 'a', amount: 30_00, at: at('04-02 23:30') }),
      of('refunded', { receiptId: 'b', amount: 1_00 }),
      of('debitReturned', { receiptId: 'a', amount: 10_00, settled: true }),
      of('debitReturned', { receiptId: 'a', amount: 99_00, settled: false }),
    ];
    expect(plain(receiptRows(first!, later, about))).to.deep.equal([
      ['Imaging rig, 9 days', '€ 240.00'],
      ['Fee for this way to pay', '€ 3.00'],
      ['Tip', '€ 5.00'],
      ['Paid by card, ending in 7315', '€ 248.00', true],
      ['given back on Sat 3 Apr 2027', '€ −30.00'],
      ['sent back by the bank on Fri 5 Mar 2027', '€ −10.00'],
    ]);
    expect(plain(receiptRows(second!, facts, about))).to.deep.equal([
      ['Imaging rig, 9 days', '€ 50.00'],
      ['Paid in cash', '€ 50.00', true],
    ]);
    expect(plain(receiptRows(third!, facts, about).at(-1))).to.deep.equal(['Paid from the hold', '€ 40.00', true]);
  });

  const ways: [way: keyof typeof cameBy, words: string][] = [
    ['card', 'by card'],
    ['debit', 'by bank debit'],
    ['reader', 'by card at the counter'],
    ['cash', 'in cash'],
    ['transfer', 'by transfer'],
    ['cheque', 'by cheque'],
    ['credit', 'from your credit'],
    ['voucher', 'by voucher'],
    ['hold', 'from the hold'],
  ];
  for (const [way, words] of ways) it(`${way}: ${words}`, () => expect(cameBy[way]).to.equal(words));
});

describe('what a cancellation does to the money', () => {
  const sum = (amount: number): string => `${amount / 100}`;
  const figures = (keep: number, refund: number, owed: number) => ({
    keep: minor(keep),
    refund: minor(refund),
    owed: minor(owed),
  });
  const cases: [keep: number, refund: number, owed: number, done: string[], would: string[]][] = [
    [0, 0, 0, [], ['If you cancel now, nothing is kept.']],
    [
      ...([30_00, 70_00, 0] as const),
      ['30 is kept, as the terms say.', '70 goes back to you.'],
      ['If you cancel now, 30 is kept.', '70 goes back to you.'],
    ],
    [
      ...([50_00, 0, 20_00] as const),
      ['50 is kept, as the terms say.', '20 is still owed.'],
      ['If you cancel now, 50 is kept.', '20 of it is still to be paid.'],
    ],
    [0, 70_00, 0, ['70 goes back to you.'], ['If you cancel now, nothing is kept.', '70 goes back to you.']],
  ];
  for (const [keep, refund, owed, done, would] of cases)
    it(`${keep} kept, ${refund} back, ${owed} owed`, () => {
      expect(cancelledSentences(figures(keep, refund, owed), sum)).to.deep.equal(done);
      expect(ifCancelledSentences(figures(keep, refund, owed), sum)).to.deep.equal(would);
    });
});

describe('the history of a quote', () => {
  const agreement = { others: [{ id: 'second', name: 'Otto Prins', email: 'otto@example.com' }] } as never;
  const quote = { agreement, clientName: 'Ines Valadar', currency: 'EUR' };
  const lines: [fact: object, line: string][] = [
    [{ kind: 'sent', by: 'message', to: 'ines@example.com', revision: 2 }, 'Sent to ines@example.com, version 2'],
    [{ kind: 'sent', by: 'link', to: '', revision: 3 }, 'A link was copied, version 3'],
    [{ kind: 'linkCopied' }, 'Its link was copied again'],
    [{ kind: 'opened', who: 'client' }, 'Opened by Ines Valadar'],
    [{ kind: 'opened', who: 'second' }, 'Opened by Otto Prins'],
    [{ kind: 'chose', total: 120_00 }, 'Ines Valadar chose the extras: € 120.00 in all'],
    [{ kind: 'asked', text: 'With a tripod?' }, 'Ines Valadar asked: With a tripod?'],
    [{ kind: 'answered', text: 'Yes.' }, 'Answered: Yes.'],
    [
      { kind: 'signed', name: 'Ines Valadar', signatory: 'client', method: 'typed', origin: '203.0.113.9' },
      'Signed by Ines Valadar, typed, from 203.0.113.9',
    ],
    [
      { kind: 'signed', name: 'O. P.', signatory: 'second', method: 'drawn', origin: '203.0.113.9' },
      'Signed by O. P. for Otto Prins, drawn, from 203.0.113.9',
    ],
    [{ kind: 'accepted', by: 'client', number: 'B-0012' }, 'Accepted by Ines Valadar: B-0012'],
    [{ kind: 'accepted', by: 'owner', number: 'B-0012' }, 'Agreed by telephone, and booked by Vesper Hollow: B-0012'],
    [{ kind: 'declined', reason: 'Too dear' }, 'Declined: Too dear'],
    [{ kind: 'declined', reason: '' }, 'Declined, without a reason'],
    [{ kind: 'expired' }, 'Expired'],
    [{ kind: 'askedAgain', text: 'For May' }, 'Ines Valadar asked for it anew: For May'],
    [{ kind: 'askedAgain', text: '' }, 'Ines Valadar asked for it anew'],
    [{ kind: 'withdrawn' }, 'Withdrawn'],
  ];
  for (const [fact, line] of lines)
    it(line, () =>
      expect(plain(quoteHistory({ at: when, ...fact } as unknown as QuoteFact, quote, 'Vesper Hollow'))).to.equal(line),
    );
  const names: [id: string, name: string][] = [
    ['business', 'Vesper Hollow'],
    ['client', 'Ines Valadar'],
    ['second', 'Otto Prins'],
    ['nobody', 'a further signatory'],
  ];
  for (const [id, name] of names)
    it(`${id} is ${name}`, () => expect(signatoryName(id, quote, 'Vesper Hollow')).to.equal(name));
  it('without an agreement nobody else signs', () =>
    expect(signatoryName('second', { ...quote, agreement: null }, 'Vesper Hollow')).to.equal('a further signatory'));
});
