import { computations } from '#cli/computations';
import { expect } from 'chai';

type Change = (document: Record<string, never>) => unknown;
const edit =
  (path: string, value: unknown): Change =>
  (document) => {
    const copy = structuredClone(document) as Record<string, unknown>;
    const keys = path.split('.');
    const last = keys.pop()!;
    const place = keys.reduce((at, key) => at[key] as Record<string, unknown>, copy);
    if (value === undefined) delete place[last];
    else place[last] = value;
    return copy;
  };

const documents: Record<string, unknown> = {
  plan: {
    currency: 'EUR',
    timeZone: 'Europe/Lisbon',
    agreed: '2027-03-01T11:20',
    start: '2027-05-03T20:30',
    end: '2027-05-03T23:30',
    total: 48000,
    instalments: [
      { name: 'deposit', collect: 'ask', amount: { percent: '30' }, due: { on: 'agreement' } },
      { name: 'balance', collect: 'charge', amount: { share: 1 }, due: { on: 'start', minus: { days: 14 } } },
    ],
    hold: {
      amount: { fixed: 40000 },
      place: { on: 'start', minus: { days: 1 } },
      keep: { on: 'end', plus: { days: 2 } },
    },
  },
  price: {
    currency: 'EUR',
    taxMode: 'exclusive',
    taxes: { VAT: { rate: '20' } },
    lines: [{ id: 'a', label: 'a', quantity: '1', unitPrice: 100, taxes: ['VAT'] }],
  },
  position: {
    plan: {
      instalments: [{ name: 'a', amount: 100, due: '2027-05-01', dueAt: '2027-05-01T09:00:00Z', more: true }],
      dueNow: 'ignored',
    },
    timeZone: 'UTC',
    asOf: '2027-05-01T10:00:00Z',
    receipts: [{ id: 'a', amount: 50, at: '2027-05-01T09:00:00Z' }],
  },
  cancel: {
    timeZone: 'UTC',
    agreed: '2027-03-01T10:00',
    start: '2027-05-01T10:00',
    cancelled: '2027-04-01T10:00',
    by: 'client',
    total: 1000,
    receipts: [],
    tiers: [{ notice: { days: 14 }, keep: { percent: '10' } }],
  },
  closeout: { held: 100, claims: [{ id: 'a', amount: 10 }], outstanding: 0, coverBalance: false },
  fee: { amount: 100, percent: '2.9', fixed: 30, mode: 'add' },
  invoice: {
    price: {
      currency: 'EUR',
      taxMode: 'exclusive',
      taxes: { VAT: { rate: '20' } },
      lines: [{ id: 'a', label: 'a', quantity: '1', unitPrice: 100, taxes: ['VAT'] }],
    },
    documents: [
      { id: 'A', kind: 'account', amount: 50 },
      { id: 'C', kind: 'credit', of: 'A', amount: 10 },
      { id: 'F', kind: 'final' },
    ],
  },
};

const refused: [command: string, why: string, change: Change, code: string, path: string][] = [
  ['invoice', 'an unknown key', edit('colour', 'red'), 'invalid_input', 'colour'],
  ['invoice', 'a sum of a final invoice', edit('documents.2.amount', 5), 'invalid_input', 'documents.2.amount'],
  ['invoice', 'what a document on account credits', edit('documents.0.of', 'F'), 'invalid_input', 'documents.0.of'],
  ['invoice', 'nothing on account', edit('documents.0.amount', 0), 'invalid_input', 'documents.0.amount'],
  ['invoice', 'no sum on account', edit('documents.0.amount', undefined), 'invalid_input', 'documents.0.amount'],
  ['invoice', 'a credit of null', edit('documents.1.amount', null), 'invalid_input', 'documents.1.amount'],
  ['invoice', 'another kind', edit('documents.0.kind', 'draft'), 'invalid_input', 'documents.0.kind'],
  ['invoice', 'a wrong price', edit('price.taxes', {}), 'invalid_input', 'price.lines.0.taxes.0'],
  ['invoice', 'more than the price', edit('documents.0.amount', 121), 'invalid_input', 'documents.0.amount'],
  ['plan', 'an unknown key', edit('colour', 'red'), 'invalid_input', 'colour'],
  [
    'plan',
    'an unknown key inside',
    edit('instalments.1.due.colour', 'red'),
    'invalid_input',
    'instalments.1.due.colour',
  ],
  ['plan', 'null where a key may be missing', edit('collectAt', null), 'invalid_input', 'collectAt'],
  ['plan', 'a missing key', edit('total', undefined), 'invalid_input', 'total'],
  ['plan', 'an unknown currency', edit('currency', 'XXX'), 'invalid_input', 'currency'],
  ['plan', 'a currency in small letters', edit('currency', 'eur'), 'invalid_input', 'currency'],
  ['plan', 'a zone in small letters', edit('timeZone', 'europe/lisbon'), 'invalid_input', 'timeZone'],
  ['plan', 'money with a fraction', edit('total', 10.5), 'invalid_input', 'total'],
  ['plan', 'money below nothing', edit('total', -1), 'invalid_input', 'total'],
  ['plan', 'money as text', edit('total', '100'), 'invalid_input', 'total'],
  ['plan', 'money past 2^53 − 1', edit('total', 2 ** 53), 'invalid_input', 'total'],
  [
    'plan',
    'a percentage as a number',
    edit('instalments.0.amount', { percent: 30 }),
    'invalid_input',
    'instalments.0.amount.percent',
  ],
  [
    'plan',
    'two amounts',
    edit('instalments.0.amount', { percent: '30', fixed: 1 }),
    'invalid_input',
    'instalments.0.amount',
  ],
  ['plan', 'no amount', edit('instalments.0.amount', {}), 'invalid_input', 'instalments.0.amount'],
  [
    'plan',
    'a share of nothing',
    edit('instalments.0.amount', { share: 0 }),
    'invalid_input',
    'instalments.0.amount.share',
  ],
  ['plan', 'plus and minus', edit('instalments.1.due.plus', { days: 1 }), 'invalid_input', 'instalments.1.due'],
  [
    'plan',
    'hours on an instalment',
    edit('instalments.1.due.minus', { hours: 3 }),
    'invalid_input',
    'instalments.1.due.minus.hours',
  ],
  [
    'plan',
    'midway with an offset',
    edit('instalments.1.due', { on: 'midway', plus: { days: 1 } }),
    'invalid_input',
    'instalments.1.due',
  ],
  ['plan', 'open and on', edit('instalments.1.due', { open: true, on: 'start' }), 'invalid_input', 'instalments.1.due'],
  ['plan', 'open that is false', edit('instalments.1.due', { open: false }), 'invalid_input', 'instalments.1.due.open'],
  [
    'plan',
    'an offset of half a day',
    edit('instalments.1.due.minus', { days: 0.5 }),
    'invalid_input',
    'instalments.1.due.minus.days',
  ],
  ['plan', 'a day that is not in the calendar', edit('start', '2027-02-29T10:00'), 'invalid_input', 'start'],
  ['plan', 'an end before the start', edit('end', '2027-05-03T20:29'), 'invalid_input', 'end'],
  ['plan', 'a day past the calendar', edit('instalments.1.due.minus', { days: 1e15 }), 'invalid_input', ''],
  [
    'plan',
    'a hold past what money can be',
    edit('hold.amount', { percent: '99999999999999999999' }),
    'invalid_input',
    '',
  ],
  [
    'plan',
    'a chain without end',
    edit('hold', {
      amount: { fixed: 1 },
      place: { on: 'start' },
      keep: { on: 'end', plus: { days: 30000 } },
      validFor: { hours: 24 },
    }),
    'invalid_input',
    'hold',
  ],
  [
    'plan',
    'shape before any rule',
    edit('instalments', [{ name: 'a', collect: 'ask', amount: { percent: '30' }, due: {} }]),
    'invalid_input',
    'instalments.0.due',
  ],
  [
    'plan',
    'amounts before the hold',
    (document) => edit('hold.keep', { on: 'end' })({ ...document, instalments: [] as never }),
    'terms_do_not_add_up',
    'instalments',
  ],
  [
    'plan',
    'the length before the margin',
    (document) =>
      edit('hold', {
        amount: { fixed: 1 },
        place: { on: 'start', plus: { days: 9 } },
        keep: { on: 'end' },
        margin: { hours: 200 },
      })(document),
    'hold_has_no_length',
    'hold.keep',
  ],
  [
    'plan',
    'a margin as long as a renewal lives',
    edit('hold.renewValidFor', { hours: 12 }),
    'hold_margin_too_long',
    'hold.margin',
  ],
  ['price', 'a code that there is not', edit('lines.0.taxes', ['GST']), 'invalid_input', 'lines.0.taxes.0'],
  ['price', 'a code that every object has', edit('lines.0.taxes', ['constructor']), 'invalid_input', 'lines.0.taxes.0'],
  ['price', 'chosen on a line that is no extra', edit('lines.0.chosen', true), 'invalid_input', 'lines.0.chosen'],
  ['price', 'a tax code that begins with a digit', edit('taxes', { '1A': { rate: '1' } }), 'invalid_input', 'taxes.1A'],
  [
    'price',
    'a discount above everything',
    edit('discount', { percent: '100.0001' }),
    'invalid_input',
    'discount.percent',
  ],
  ['price', 'a fifth place', edit('lines.0.quantity', '1.00000'), 'invalid_input', 'lines.0.quantity'],
  ['price', 'a sum past what money can be', edit('lines.0.quantity', '999999999999999999'), 'invalid_input', ''],
  [
    'price',
    'a fault in an extra that is left out',
    edit('lines.0', { id: 'x', label: 'x', quantity: '1', unitPrice: -1, extra: true }),
    'invalid_input',
    'lines.0.unitPrice',
  ],
  ['position', 'more refunded than received', edit('receipts.0.refunded', 51), 'invalid_input', 'receipts.0.refunded'],
  ['position', 'an instant without seconds', edit('asOf', '2027-05-01T10:00Z'), 'invalid_input', 'asOf'],
  [
    'position',
    'a day without its moment',
    edit('plan.instalments.0.dueAt', null),
    'invalid_input',
    'plan.instalments.0.dueAt',
  ],
  ['cancel', 'grace with one of its keys', edit('grace', { within: { hours: 24 } }), 'invalid_input', 'grace.notice'],
  [
    'cancel',
    'a keep that is two',
    edit('tiers.0.keep', { percent: '1', received: true }),
    'invalid_input',
    'tiers.0.keep',
  ],
  [
    'cancel',
    'received that is false',
    edit('tiers.0.keep', { received: false }),
    'invalid_input',
    'tiers.0.keep.received',
  ],
  ['cancel', 'somebody else', edit('by', 'weather'), 'invalid_input', 'by'],
  ['closeout', 'a word for yes', edit('coverBalance', 'yes'), 'invalid_input', 'coverBalance'],
  [
    'fee',
    'covering with everything',
    (document) => edit('mode', 'cover')({ ...document, percent: '100' as never }),
    'invalid_input',
    'percent',
  ],
];

describe('input of the command line', () => {
  for (const [command, document] of Object.entries(documents)) {
    it(`takes a ${command} as it should be`, () =>
      expect(computations[command]!(JSON.stringify(document))).to.have.property('value'));
  }
  for (const [command, why, change, code, path] of refused) {
    it(`${command} refuses ${why}`, () => {
      const answer = computations[command]!(JSON.stringify(change(documents[command] as never)));
      if (!('error' in answer)) throw new Error(`taken: ${JSON.stringify(answer)}`);
      expect({ code: answer.error.code, path: answer.error.path }).to.deep.equal({ code, path });
      expect(answer.error.message.length).to.be.greaterThan(0);
    });
  }
  const texts: [why: string, text: string][] = [
    ['a list', '[]'],
    ['null', 'null'],
    ['a number', '1'],
    ['half a document', '{"a":'],
    ['nothing', ''],
  ];
  for (const [why, text] of texts) {
    it(`refuses ${why}`, () => {
      const answer = computations.plan!(text);
      expect('error' in answer && { code: answer.error.code, path: answer.error.path }).to.deep.equal({
        code: 'invalid_input',
        path: '',
      });
    });
  }
  it('takes a bare sum for the least that is kept', () => {
    const document = { ...(documents.cancel as object), keepAtLeast: 500, noShow: { fixed: 0 } };
    expect(computations.cancel!(JSON.stringify(document))).to.deep.nested.include({ 'value.keep': 500 });
  });
  it('gives no hold where none is wanted', () => {
    const answer = computations.plan!(JSON.stringify(edit('hold.amount', { fixed: 0 })(documents.plan as never)));
    expect('value' in answer && answer.value).to.not.have.property('hold');
  });
});
