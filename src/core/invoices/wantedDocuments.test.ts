import type { Fact } from '#core/bookings/facts';
import { leftOf } from '#core/invoices/documentsStanding';
import { type FiguresOfDocument, figuresOfDocument, type IssuedFigures } from '#core/invoices/figures';
import type { DocumentSettings } from '#core/invoices/settings';
import { byHand, pricesOf, wantedDocuments } from '#core/invoices/wantedDocuments';
import type { PlainDate } from '#core/calendar/days';
import { minor, sum } from '#core/money/minor';
import { price } from '#core/price/price';
import { taxSum } from '#core/price/taxSums';
import { expect } from 'chai';
import fc from 'fast-check';
import { at, dealOn, fact, priceOf, rentalAgreed } from '../../../testing/story';

type Settings = Pick<DocumentSettings, 'from' | 'onAccount' | 'final'>;
const perReceipt: Settings = { from: '2027-01-01' as PlainDate, onAccount: 'receipt', final: true };
const agreed = rentalAgreed;

/** Issues what each fact asks for as it comes, as the agenda does: the documents in order, in a line each. */
function issuing(facts: readonly Fact[], settings: Settings, due: () => number = () => 0) {
  const issued: (IssuedFigures & { figures: FiguresOfDocument })[] = [];
  facts.forEach((_, index) => {
    const known = facts.slice(0, index + 1);
    const now = known.findLast((each) => each.kind === 'changed')?.after.price ?? priceOf(agreed.total);
    const wanted = wantedDocuments(known, issued, {
      settings,
      timeZone: 'UTC',
      price: now,
      dueAfter: () => minor(due()),
    });
    for (const each of wanted) {
      const prices = pricesOf(known, now);
      const own = each.run.startsWith('price:') ? prices[Number(each.run.slice(6))]! : now;
      const figures = figuresOfDocument(each, issued, own);
      if (!figures.ok) throw new Error(`${each.cause}: ${figures.refusal.message}`);
      const { total, net, taxes } = figures.value;
      const of = each.kind === 'credit' ? issued.find(({ cause }) => cause === each.of)! : null;
      const { cause, kind, run } = each;
      issued.push({ id: cause, cause, kind, run, creditOf: of?.id ?? null, total, net, taxes, figures: figures.value });
    }
  });
  return issued;
}
const told = (facts: readonly Fact[], settings: Settings, due?: () => number): string[] =>
  issuing(facts, settings, due).map(({ kind, cause, total, figures: { payable } }) =>
    kind === 'final' ? `final ${cause} ${total} payable ${payable}` : `${kind} ${cause} ${total}`,
  );

const delivered = (when = '04-18 18:00'): Fact =>
  ({ kind: 'delivered', at: at(when), total: minor(1000_00), tax: minor(186_99), received: minor(0) }) as Fact;
const refund = (id: string, amount: number, when: string): Fact => ({
  kind: 'refunded',
  at: at(when),
  refundId: `f${id}`,
  receiptId: id,
  amount: minor(amount),
  method: 'card',
});
const cancelled = (keep: number, when: string, by: 'client' | 'no_show' = 'client'): Fact =>
  ({ kind: 'cancelled', at: at(when), by, rule: 'tier', keep: minor(keep), refund: minor(0), owed: minor(0) }) as Fact;
const changed = (total: number, when: string): Fact => ({
  kind: 'changed',
  at: at(when),
  by: 'owner',
  key: when,
  reason: 'change',
  before: dealOn(agreed),
  after: dealOn(agreed, { price: priceOf(total) }),
  tells: false,
});
const sent = (when: string): Fact => ({
  kind: 'sent',
  at: at(when),
  occasion: 'ask',
  subject: '',
  messageId: 'm',
  to: '',
});
const paid = (when: string, amount: number, id: string): Fact => fact.paid(when, amount, id);

const cases: readonly (readonly [why: string, facts: Fact[], settings: Settings, documents: string[]])[] = [
  [
    'each receipt, and the rest after the service',
    [paid('03-01 11:00', 300_00, 'a'), paid('04-03 11:00', 200_00, 'b'), delivered()],
    perReceipt,
    ['account received:a 30000', 'account received:b 20000', 'final delivered 100000 payable 50000'],
  ],
  [
    'nothing before the service',
    [paid('03-01 11:00', 300_00, 'a'), delivered()],
    { ...perReceipt, onAccount: 'none' },
    ['final delivered 100000 payable 100000'],
  ],
  ['nothing by itself', [paid('03-01 11:00', 300_00, 'a'), delivered()], { ...perReceipt, from: null }, []],
  [
    'nothing of before the day on which it begins',
    [paid('03-01 11:00', 300_00, 'a'), paid('03-10 11:00', 100_00, 'b')],
    { ...perReceipt, from: '2027-03-10' as PlainDate },
    ['account received:b 10000'],
  ],
  [
    'what goes back before the service takes its document back',
    [paid('03-01 11:00', 300_00, 'a'), refund('a', 100_00, '03-02 11:00'), delivered()],
    perReceipt,
    ['account received:a 30000', 'credit refunded:fa -10000', 'final delivered 100000 payable 80000'],
  ],
  [
    'no more on account than the price',
    [paid('03-01 11:00', 900_00, 'a'), paid('03-02 11:00', 300_00, 'b')],
    perReceipt,
    ['account received:a 90000', 'account received:b 10000'],
  ],
  [
    'a price that changes before the service: documents on account stay',
    [paid('03-01 11:00', 300_00, 'a'), changed(500_00, '03-05 10:00'), paid('03-06 11:00', 200_00, 'b'), delivered()],
    perReceipt,
    ['account received:a 30000', 'account received:b 20000', 'final delivered 50000 payable 0'],
  ],
  [
    'a price that changes after it: credited, and issued again',
    [paid('03-01 11:00', 300_00, 'a'), delivered(), changed(800_00, '04-18 19:00')],
    perReceipt,
    [
      'account received:a 30000',
      'final delivered 100000 payable 70000',
      'credit changed:04-18 19:00:credit -100000',
      'final changed:04-18 19:00 80000 payable 50000',
    ],
  ],
  [
    'a cancellation that keeps a part: what is beyond it is taken back, the part invoiced',
    [paid('03-01 11:00', 300_00, 'a'), cancelled(200_00, '03-20 10:00'), refund('a', 100_00, '03-20 10:01')],
    perReceipt,
    ['account received:a 30000', 'credit cancelled:received:a -10000', 'final cancelled 20000 payable 0'],
  ],
  [
    'a cancellation that keeps nothing',
    [paid('03-01 11:00', 300_00, 'a'), cancelled(0, '03-20 10:00'), refund('a', 300_00, '03-20 10:01')],
    perReceipt,
    ['account received:a 30000', 'credit cancelled:received:a -30000'],
  ],
  [
    'nobody came, said after the service: the invoice is taken back first',
    [paid('03-01 11:00', 300_00, 'a'), delivered(), cancelled(1000_00, '04-18 20:00', 'no_show')],
    perReceipt,
    [
      'account received:a 30000',
      'final delivered 100000 payable 70000',
      'credit cancelled:final -100000',
      'final cancelled 100000 payable 70000',
    ],
  ],
  [
    'a place that was given back',
    [paid('03-01 11:00', 300_00, 'a'), { kind: 'lapsed', at: at('03-04 10:00'), reason: 'not_paid' }],
    perReceipt,
    ['account received:a 30000', 'credit lapsed:received:a -30000'],
  ],
  [
    'money after the service is on the final invoice already',
    [delivered(), paid('04-19 11:00', 1000_00, 'a')],
    perReceipt,
    ['final delivered 100000 payable 100000'],
  ],
  [
    'claims are invoiced where there is tax in them',
    [
      delivered(),
      {
        kind: 'closedOut',
        at: at('04-19 10:00'),
        claims: [{ id: 'x', reason: 'Late', kind: 'late', amount: minor(123_00) }],
        captured: minor(123_00),
        released: minor(0),
        shortfall: minor(0),
        outstanding: minor(0),
        taxes: [{ code: 'VAT', base: minor(100_00), amount: minor(23_00) }],
      },
    ],
    perReceipt,
    ['final delivered 100000 payable 100000', 'final claims 12300 payable 12300'],
  ],
];

describe('the documents that follow from facts', () => {
  for (const [why, facts, settings, documents] of cases)
    it(why, () => expect(told(facts, settings)).to.deep.equal(documents));

  it('a request is invoiced as it goes out, what was not paid of it taken back before the final invoice', () => {
    const perRequest: Settings = { ...perReceipt, onAccount: 'request' };
    let due = 300_00;
    const facts = [sent('03-01 10:00'), paid('03-01 11:00', 300_00, 'a'), sent('04-03 09:00'), delivered()];
    const seen: number[] = [];
    const documents = told(facts, perRequest, () => {
      seen.push(due);
      return seen.length === 1 ? 300_00 : (due = 700_00);
    });
    expect(documents).to.deep.equal([
      'account asked:0 30000',
      'account asked:2 70000',
      'credit delivered:asked:2 -70000',
      'final delivered 100000 payable 70000',
    ]);
  });
  it('shows the tax of the price together, to the unit', () => {
    const documents = issuing(
      [paid('03-01 11:00', 300_00, 'a'), paid('04-03 11:00', 77, 'b'), delivered()],
      perReceipt,
    );
    const last = documents.at(-1)!.figures;
    const shown = sum(documents.slice(0, 2).map(({ taxes }) => taxSum(taxes)));
    expect(shown + last.remaining[0]!.amount).to.equal(taxSum(price(priceOf(agreed.total)).taxes));
    expect(last.deducted.map(({ amount }) => amount)).to.deep.equal([300_00, 77]);
  });
  it('by hand all of it, whatever the settings are, and another invoice once one was taken back', () => {
    const facts = [paid('03-01 11:00', 300_00, 'a'), delivered()];
    const on = { timeZone: 'UTC', price: priceOf(agreed.total), key: 'k' };
    expect(byHand(facts, [], on).map(({ cause }) => cause)).to.deep.equal(['delivered']);
    const issued = issuing(facts, { ...perReceipt, onAccount: 'none' });
    expect(byHand(facts, issued, on)).to.deep.equal([]);
    const credit = { ...issued[0]!, id: 'c', cause: 'hand:c', kind: 'credit' as const, creditOf: 'delivered' };
    const back = [...issued, { ...credit, total: minor(-1000_00) }];
    expect(byHand(facts, back, on)).to.deep.equal([{ cause: 'hand:k', kind: 'final', run: 'price:0' }]);
    expect(byHand(facts.slice(0, 1), [], on), 'before the service').to.deep.equal([]);
  });

  const step = fc.oneof(
    fc.record({ kind: fc.constant('pay' as const), sum: fc.integer({ min: 1, max: 600_00 }) }),
    fc.record({ kind: fc.constant('back' as const), sum: fc.integer({ min: 1, max: 300_00 }) }),
    fc.record({ kind: fc.constant('price' as const), sum: fc.integer({ min: 1_00, max: 2000_00 }) }),
  );
  it('are never refused by the rules of documents, and leave on account no more than is in hand', () =>
    fc.assert(
      fc.property(
        fc.array(step, { maxLength: 8 }),
        fc.constantFrom('deliver', 'cancel', 'nothing'),
        fc.integer({ min: 0, max: 500_00 }),
        (steps, end, keep) => {
          const facts: Fact[] = [];
          const inHand = new Map<string, number>();
          let deal = dealOn(agreed);
          steps.forEach(({ kind, sum: amount }, index) => {
            const when = `03-${String(index + 2).padStart(2, '0')} 10:00`;
            if (kind === 'pay') {
              facts.push(paid(when, amount, `r${index}`));
              inHand.set(`r${index}`, amount);
            }
            if (kind === 'back') {
              const [id, there] = [...inHand].find(([, sumThere]) => sumThere > 0) ?? [];
              if (id === undefined || there === undefined) return;
              const back = Math.min(amount, there);
              inHand.set(id, there - back);
              facts.push({ ...refund(id, back, when), refundId: `f${index}` } as Fact);
            }
            if (kind === 'price') {
              const after = dealOn(agreed, { price: priceOf(amount) });
              facts.push({ ...changed(amount, when), before: deal, after } as Fact);
              deal = after;
            }
          });
          if (end === 'deliver') facts.push(delivered());
          if (end === 'cancel') facts.push(cancelled(keep, '04-08 10:00'));
          const issued = issuing(facts, perReceipt);
          const left = leftOf(issued);
          expect(left.every((kept) => kept.left >= 0)).to.equal(true);
          const received = [...inHand.values()].reduce((all, each) => all + each, 0);
          const account = sum(left.filter(({ kind }) => kind === 'account').map((kept) => kept.left));
          expect(account).to.be.at.most(received);
          for (const { total, net, taxes } of issued) expect(net + taxSum(taxes)).to.equal(total);
        },
      ),
    ));
});
