import type { Instant } from '#core/calendar/instant';
import { usualBlocks, type QuoteDraft } from '#core/quotes/draft';
import { type QuoteContext, readDraft } from '#core/quotes/readDraft';
import type { Decimal } from '#core/money/decimal';
import { starterTerms } from '#server/seed/starterTerms';
import { rentalAgreement, rentalDraft } from '../../../testing/quoting.js';
import { expect } from 'chai';

/** Each rule of a draft at its ends: just inside, just outside, with blanks around, and nothing else said. */
const context: QuoteContext = {
  now: '2027-03-01T10:00:00Z' as Instant,
  timeZone: 'Europe/Lisbon',
  currencies: { rental: 'EUR' },
  terms: [{ id: 'rental', version: 2, rules: starterTerms.find(({ id }) => id === 'rental')!.rules }],
  taxes: [
    { code: 'VAT', rate: '23' as Decimal },
    { code: 'City', rate: '2' as Decimal },
  ],
  busy: [{ serviceId: 'rental', start: '2027-05-10T18:00', end: '2027-05-12T18:00', number: 'B-0007' }],
};
const line = rentalDraft().lines[0]!;
const extra = rentalDraft().extras[0]!;
const read = (over: Partial<QuoteDraft>, signedFirst = false) => readDraft(rentalDraft(over), context, signedFirst);
const gapsOf = (over: Partial<QuoteDraft>, signedFirst = false): string[] =>
  read(over, signedFirst).gaps.map(({ path, code, detail }) =>
    [path, code, ...(detail === undefined ? [] : [detail])].join(' '),
  );
const withLine = (over: Partial<typeof line>): Partial<QuoteDraft> => ({ lines: [{ ...line, ...over }] });
const withExtra = (over: Partial<typeof extra>): Partial<QuoteDraft> => ({ extras: [{ ...extra, ...over }] });
const agreement = (over: Partial<typeof rentalAgreement> = {}) => ({ agreement: { ...rentalAgreement, ...over } });
const other = (name: string, email: string) => agreement({ others: [{ id: 'a', name, email }] });
const limits = (least: string, preset: string, most: string) => withExtra({ least, preset, most });

const local = 'l'.repeat(242); // with @example.com, of twelve letters, an address of 254
const cases: [why: string, over: Partial<QuoteDraft>, gaps: string[]][] = [
  ['an address as long as one may be', { clientEmail: `${local}@example.com` }, []],
  ['one letter longer', { clientEmail: `l${local}@example.com` }, ['clientEmail client_address_missing']],
  ['an address with blanks around', { clientEmail: '  ines@example.com ' }, []],
  ['ten copies', { copyTo: 'a@b.example, '.repeat(10) }, []],
  ['eleven', { copyTo: 'a@b.example, '.repeat(11) }, ['copyTo copy_address_wrong']],
  ['copies by comma, semicolon and line', { copyTo: ' a@b.example ;c@d.example,\n e@f.example' }, []],
  ['a title of blanks', { title: '  ' }, ['title title_missing']],
  ['a subject of blanks', { subject: '  ' }, ['subject subject_missing']],
  ['no end', { end: '' }, ['end dates_missing']],
  ['neither', { start: '', end: '' }, ['start dates_missing']],
  ['an end as it begins', { end: '2027-04-05T18:00' }, []],
  ['without a service sums are read all the same', { serviceId: '' }, ['serviceId service_missing']],

  ['a label of blanks', withLine({ label: ' ' }), ['lines.0.label line_text_missing']],
  ['a quantity with blanks around', withLine({ quantity: ' 10 ' }), []],
  ['no sum', withLine({ unitPrice: '' }), ['lines.0.unitPrice sum_wrong']],
  ['a second line', { lines: [line, { ...line, id: 'b', quantity: 'x' }] }, ['lines.1.quantity quantity_wrong']],
  ['a line’s discount of all', withLine({ discountKind: 'percent', discount: '100' }), []],
  ['a little more', withLine({ discountKind: 'percent', discount: '100.0001' }), ['lines.0.discount discount_wrong']],
  ['half a sum off', withLine({ discountKind: 'amount', discount: '5.5.' }), ['lines.0.discount discount_wrong']],
  [
    'a percentage that is none',
    withLine({ discountKind: 'percent', discount: 'ten' }),
    ['lines.0.discount discount_wrong'],
  ],
  ['a discount that is not meant', withLine({ discountKind: 'none', discount: 'ten' }), []],
  ['off the whole, with blanks', { discountKind: 'percent', discount: ' 10 ' }, []],
  ['off the whole, a sum that is none', { discountKind: 'amount', discount: 'ten' }, ['discount discount_wrong']],
  ['a tax of several that is gone', withLine({ taxes: ['VAT', 'GST'] }), ['lines.0.taxes tax_unknown GST']],
  ['the same of an extra', withExtra({ taxes: ['GST'] }), ['extras.0.taxes tax_unknown GST']],
  [
    'of the second extra',
    { extras: [extra, { ...extra, id: 'table', taxes: ['Old'] }] },
    ['extras.1.taxes tax_unknown Old'],
  ],
  ['both taxes', withLine({ taxes: ['VAT', 'City'] }), []],

  ['an extra that says nothing', withExtra({ label: '  ' }), ['extras.0.label line_text_missing']],
  ['an extra without a sum', withExtra({ unitPrice: 'nine' }), ['extras.0.unitPrice sum_wrong']],
  ['a waiver with its sums', withExtra({ waiver: { hold: '0', most: '100' } }), []],
  [
    'a waiver without',
    withExtra({ waiver: { hold: '', most: 'all' } }),
    ['extras.0.waiver.hold sum_wrong', 'extras.0.waiver.most sum_wrong'],
  ],
  ['just one, always', limits('1', '1', '1'), []],
  ['none at all', limits('0', '0', '0'), ['extras.0.most limits_wrong']],
  ['a thousand', limits('0', '0', '1000'), []],
  ['more', limits('0', '0', '1001'), ['extras.0.most limits_wrong']],
  ['usually fewer than at least', limits('2', '1', '3'), ['extras.0.most limits_wrong']],
  ['at most, unsaid', limits('0', '0', ''), ['extras.0.most limits_wrong']],
  ['at least, unsaid', limits('', '0', '1'), ['extras.0.most limits_wrong']],
  ['usually, unsaid', limits('0', '', '1'), ['extras.0.most limits_wrong']],
  ['with blanks', limits(' 0', ' 1 ', '2 '), []],
  ['with words', limits('0', '1', '2 or 3'), ['extras.0.most limits_wrong']],
  ['with a sign', limits('0', '1', '+2'), ['extras.0.most limits_wrong']],

  ['no terms', { termsId: '' }, ['termsId terms_missing']],
  ['days of an account that is not used', { accountDays: 'soon' }, []],
  ['a year of days', { settling: 'account', accountDays: '365' }, []],
  ['a day more', { settling: 'account', accountDays: '366' }, ['accountDays days_wrong']],
  ['none', { settling: 'account', accountDays: '0' }, []],

  ['a year and a day', { expiryKind: 'days', expiry: '366' }, []],
  ['and one more', { expiryKind: 'days', expiry: '367' }, ['expiry expiry_wrong']],
  ['no days', { expiryKind: 'days', expiry: '0' }, ['expiry expiry_wrong']],
  ['as many hours', { expiryKind: 'hours', expiry: '8784' }, []],
  ['an hour more', { expiryKind: 'hours', expiry: '8785' }, ['expiry expiry_wrong']],
  ['no hours', { expiryKind: 'hours', expiry: '0' }, ['expiry expiry_wrong']],
  ['a day that is none', { expiryKind: 'date', expiry: '2027-02-29' }, ['expiry expiry_wrong']],
  ['today', { expiryKind: 'date', expiry: '2027-03-01' }, []],
  ['yesterday', { expiryKind: 'date', expiry: '2027-02-28' }, ['expiry expiry_passed']],
  ['never, whatever stands there', { expiryKind: 'none', expiry: 'x' }, []],

  ['a page with blanks around', { nextPage: ' https://vesper.example.com/thanks ' }, []],
  ['a page without a lock', { nextPage: 'http://vesper.example.com/' }, ['nextPage page_wrong']],
  ['a page of somebody', { nextPage: 'https://lena@vesper.example.com' }, ['nextPage page_wrong']],
  ['a page with a word after it', { nextPage: 'https://vesper.example.com now' }, ['nextPage page_wrong']],
  ['a page with a word before it', { nextPage: 'see https://vesper.example.com' }, ['nextPage page_wrong']],
  ['a page of one word', { nextPage: 'https://vesper' }, ['nextPage page_wrong']],
  ['only blanks', { nextPage: '  ' }, []],
  ['a text without words', { blocks: [...usualBlocks, { id: 'x', kind: 'text', text: '' }] }, []],
  ['a picture that is there', { blocks: [{ id: 'x', kind: 'picture', file: 'sky.png', text: '' }] }, []],
  [
    'the second picture to come',
    {
      blocks: [
        { id: 'x', kind: 'picture', file: 'sky.png', text: '' },
        { id: 'y', kind: 'picture', file: '', text: '' },
      ],
    },
    ['blocks.1 picture_missing'],
  ],

  ['an agreement, complete', agreement(), []],
  [
    'an agreement of blanks',
    agreement({ blocks: [{ kind: 'paragraph', runs: [{ text: '  ' }] }] }),
    ['agreement agreement_empty'],
  ],
  [
    'shown, and not signed',
    { ...agreement(), blocks: usualBlocks.filter(({ kind }) => kind !== 'signature') },
    ['blocks agreement_hidden'],
  ],
  [
    'signed, and not shown',
    { ...agreement(), blocks: usualBlocks.filter(({ kind }) => kind !== 'agreement') },
    ['blocks agreement_hidden'],
  ],
  ['another who signs', other('Rui', ' rui@example.com '), []],
  ['another without a name', other('  ', 'rui@example.com'), ['agreement.others.0 cosignatory_incomplete']],
  ['another without an address', other('Rui', 'rui'), ['agreement.others.0 cosignatory_incomplete']],
  [
    'a field named otherwise than it is called',
    agreement({ blocks: [{ kind: 'paragraph', runs: [{ text: '{{policy  NUMBER}}' }] }] }),
    [],
  ],
  [
    'two that nothing fills in',
    agreement({ blocks: [{ kind: 'paragraph', runs: [{ text: '{{shoe size}} {{price}} {{hat}}' }] }] }),
    ['agreement field_without_value shoe size', 'agreement field_without_value hat'],
  ],
];

describe('a draft at the ends of each rule', () => {
  for (const [why, over, gaps] of cases)
    it(`${why}: ${gaps.join(', ') || 'fine'}`, () => expect(gapsOf(over)).to.deep.equal(gaps));

  it('the business’s signature is asked for last, once', () => {
    const first = agreement({ business: 'first' });
    expect(gapsOf(first)).to.deep.equal(['agreement.business business_has_not_signed']);
    expect(gapsOf(first, true)).to.deep.equal([]);
    expect(gapsOf({ ...first, title: '' })).to.deep.equal(['title title_missing']);
    expect(gapsOf(agreement({ business: 'last' }))).to.deep.equal([]);
  });
});

describe('what is offered of a draft', () => {
  const nothing: [why: string, over: Partial<QuoteDraft>][] = [
    ['without dates', { start: '' }],
    ['backwards', { end: '2027-04-05T17:59' }],
    ['without a service', { serviceId: '' }],
    ['without terms', { termsId: '' }],
    ['with half a line', withLine({ unitPrice: '' })],
    ['with a wrong quantity', withLine({ quantity: '' })],
    ['with a wrong discount in a line', withLine({ discountKind: 'percent', discount: '' })],
    ['with half an extra', withExtra({ unitPrice: '' })],
    ['with limits upside down', limits('2', '1', '0')],
    ['with a wrong discount', { discountKind: 'percent', discount: '101' }],
    ['with a tax that is gone', withLine({ taxes: ['GST'] })],
    ['with no price', { lines: [], extras: [] }],
    ['with no days for the account', { settling: 'account', accountDays: '' }],
    ['past what a sum can be', withLine({ quantity: '900000000', unitPrice: '90000000000' })],
  ];
  for (const [why, over] of nothing) it(`is nothing ${why}`, () => expect(read(over).offer).to.equal(null));
  it('is there for one that is free so far, so that its page can be seen', () =>
    expect(read({ ...withLine({ unitPrice: '0' }), extras: [] }).offer?.price.lines[0]!.unitPrice).to.equal(0));
  it('is there where it began and ends at the same time', () =>
    expect(read({ end: '2027-04-05T18:00' }).offer?.end).to.equal('2027-04-05T18:00'));

  it('is every word without the blanks around, every sum in minor units', () => {
    const { offer } = read({
      title: ' Ten days ',
      subject: ' Our offer ',
      clientName: ' Ines Valadar ',
      clientEmail: ' ines@example.com ',
      copyTo: ' rui@example.com, ana@example.com ',
      included: ' a case ',
      note: ' as said ',
      reference: ' R 7 ',
      thanks: ' thanks ',
      nextPage: ' https://vesper.example.com ',
      settling: 'account',
      accountDays: '14',
      lines: [
        {
          ...line,
          label: ' Telescope ',
          note: ' ten inches ',
          unit: ' days ',
          discountKind: 'amount',
          discount: ' 50.00 ',
        },
      ],
      extras: [{ ...extra, label: ' Chair ', note: ' folds ' }],
      discountKind: 'percent',
      discount: '10',
      taxMode: 'exclusive',
      expiryKind: 'none',
    });
    const { terms: _, blocks: __, ...said } = offer!;
    expect(said).to.deep.equal({
      title: 'Ten days',
      subject: 'Our offer',
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      copyTo: ['rui@example.com', 'ana@example.com'],
      included: 'a case',
      note: 'as said',
      reference: 'R 7',
      thanks: 'thanks',
      nextPage: 'https://vesper.example.com',
      settling: 'account',
      accountDays: 14,
      serviceId: 'rental',
      currency: 'EUR',
      timeZone: 'Europe/Lisbon',
      termsId: 'rental',
      termsVersion: 2,
      start: '2027-04-05T18:00',
      end: '2027-04-15T18:00',
      expiresAt: null,
      attachments: [],
      agreement: null,
      price: {
        currency: 'EUR',
        taxMode: 'exclusive',
        discount: { percent: '10' },
        taxes: { VAT: { rate: '23' }, City: { rate: '2' } },
        lines: [
          {
            id: 'line',
            label: 'Telescope',
            quantity: '10',
            unitPrice: 55_00,
            taxes: ['VAT'],
            discount: { amount: 50_00 },
          },
        ],
      },
      lineNotes: { line: { note: 'ten inches', unit: 'days' } },
      extras: [
        { id: 'chair', label: 'Chair', note: 'folds', unitPrice: 9_00, taxes: ['VAT'], least: 0, most: 4, preset: 1 },
      ],
    });
  });
  it('days of the account that were left open are thirty', () =>
    expect(read({ accountDays: '' }).offer?.accountDays).to.equal(30));
  it('a line without a discount has none', () =>
    expect(read({}).offer!.price).to.have.all.keys('currency', 'taxMode', 'taxes', 'lines'));
});

describe('what a draft warns of', () => {
  const kinds = (over: Partial<QuoteDraft>): string[] => read(over).warnings.map(({ kind }) => kind);
  const extras = (count: number) => Array.from({ length: count }, (_, index) => ({ ...extra, id: `e${index}` }));
  const warned: [why: string, over: Partial<QuoteDraft>, kinds: string[]][] = [
    ['five extras', { extras: extras(5) }, []],
    ['six', { extras: extras(6) }, ['manyExtras']],
    ['six, and no dates yet', { extras: extras(6), start: '' }, ['manyExtras']],
    ['no end yet', { start: '2027-02-01T10:00', end: '' }, []],
    ['today', { start: '2027-03-01T08:00' }, []],
    ['yesterday', { start: '2027-02-28T23:00' }, ['inThePast']],
    ['until another begins', { start: '2027-05-08T18:00', end: '2027-05-10T18:00' }, []],
    ['a minute into it', { start: '2027-05-08T18:00', end: '2027-05-10T18:01' }, ['taken']],
    ['from its end on', { start: '2027-05-12T18:00', end: '2027-05-13T18:00' }, []],
    ['before its end', { start: '2027-05-12T17:59', end: '2027-05-13T18:00' }, ['taken']],
    ['of another service', { serviceId: 'remote', start: '2027-05-10T18:00', end: '2027-05-11T18:00' }, []],
  ];
  for (const [why, over, expected] of warned)
    it(`${why}: ${expected.join(', ') || 'nothing'}`, () => expect(kinds(over)).to.deep.equal(expected));
});
