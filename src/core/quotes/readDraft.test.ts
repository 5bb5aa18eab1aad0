import type { Instant } from '#core/calendar/instant';
import { emptyDraft, type QuoteDraft } from '#core/quotes/draft';
import { type GapCode, type QuoteContext, readDraft } from '#core/quotes/readDraft';
import type { Decimal } from '#core/money/decimal';
import { gapSentence, quoteWarningSentence } from '#core/wording/quoteWords';
import { starterTerms } from '#server/seed/starterTerms';
import { rentalAgreement, rentalDraft } from '../../../testing/quoting.js';
import { expect } from 'chai';

const rules = (id: string) => starterTerms.find((terms) => terms.id === id)!.rules;
const context: QuoteContext = {
  now: '2027-03-01T10:00:00Z' as Instant,
  timeZone: 'Europe/Lisbon',
  currencies: { rental: 'EUR', remote: 'JPY' },
  terms: [{ id: 'rental', version: 2, rules: rules('rental') }],
  taxes: [{ code: 'VAT', rate: '23' as Decimal }],
  busy: [{ serviceId: 'rental', start: '2027-04-10T18:00', end: '2027-04-12T18:00', number: 'B-0007' }],
};
const line = rentalDraft().lines[0]!;
const extra = rentalDraft().extras[0]!;

const cases: [why: string, over: Partial<QuoteDraft>, path: string, code: GapCode][] = [
  ['nobody', { clientName: ' ' }, 'clientName', 'client_name_missing'],
  ['no address', { clientEmail: 'ines' }, 'clientEmail', 'client_address_missing'],
  ['a header in an address', { clientEmail: 'a@b.c\nBcc: d@e.f' }, 'clientEmail', 'client_address_missing'],
  ['a copy to nobody', { copyTo: 'a@b.example, rui' }, 'copyTo', 'copy_address_wrong'],
  ['no title', { title: '' }, 'title', 'title_missing'],
  ['no subject', { subject: '' }, 'subject', 'subject_missing'],
  ['no service', { serviceId: '' }, 'serviceId', 'service_missing'],
  ['terms that are gone', { termsId: 'old' }, 'termsId', 'terms_missing'],
  ['no beginning', { start: '' }, 'start', 'dates_missing'],
  ['a day that is none', { end: '2027-02-30T10:00' }, 'end', 'dates_missing'],
  ['backwards', { end: '2027-04-01T18:00' }, 'end', 'end_before_start'],
  ['nothing to pay for', { lines: [], extras: [] }, 'lines', 'no_price'],
  ['free', { lines: [{ ...line, unitPrice: '0' }], extras: [] }, 'lines', 'no_price'],
  ['a line that says nothing', { lines: [{ ...line, label: '' }] }, 'lines.0.label', 'line_text_missing'],
  ['a negative quantity', { lines: [{ ...line, quantity: '-2' }] }, 'lines.0.quantity', 'quantity_wrong'],
  ['five places', { lines: [{ ...line, quantity: '1.00001' }] }, 'lines.0.quantity', 'quantity_wrong'],
  ['half a cent', { lines: [{ ...line, unitPrice: '1.005' }] }, 'lines.0.unitPrice', 'sum_wrong'],
  [
    'past what a sum can be',
    { lines: [{ ...line, quantity: '900000000', unitPrice: '90000000000' }] },
    'termsId',
    'out_of_range',
  ],
  ['a discount above all', { discountKind: 'percent', discount: '101' }, 'discount', 'discount_wrong'],
  ['a tax that is gone', { lines: [{ ...line, taxes: ['GST'] }] }, 'lines.0.taxes', 'tax_unknown'],
  ['limits upside down', { extras: [{ ...extra, least: '3', most: '2' }] }, 'extras.0.most', 'limits_wrong'],
  ['usually more than at most', { extras: [{ ...extra, preset: '9' }] }, 'extras.0.most', 'limits_wrong'],
  ['expires never, and after', { expiryKind: 'days', expiry: 'soon' }, 'expiry', 'expiry_wrong'],
  ['expired already', { expiryKind: 'date', expiry: '2027-02-28' }, 'expiry', 'expiry_passed'],
  ['no days for the account', { settling: 'account', accountDays: '' }, 'accountDays', 'days_wrong'],
  ['a page that is a script', { nextPage: 'javascript:alert(1)' }, 'nextPage', 'page_wrong'],
  ['a picture to come', { blocks: [{ id: 'x', kind: 'picture', file: '', text: '' }] }, 'blocks.0', 'picture_missing'],
  ['an agreement without text', { agreement: { ...rentalAgreement, blocks: [] } }, 'agreement', 'agreement_empty'],
  [
    'a field that nothing fills in',
    { agreement: { ...rentalAgreement, blocks: [{ kind: 'paragraph', runs: [{ text: '{{shoe size}}' }] }] } },
    'agreement',
    'field_without_value',
  ],
  [
    'an agreement that the page does not show',
    { agreement: rentalAgreement, blocks: [] },
    'blocks',
    'agreement_hidden',
  ],
  [
    'a signatory without an address',
    { agreement: { ...rentalAgreement, others: [{ id: 'a', name: 'Rui', email: '' }] } },
    'agreement.others.0',
    'cosignatory_incomplete',
  ],
  [
    'the business signs first and has not',
    { agreement: { ...rentalAgreement, business: 'first' } },
    'agreement.business',
    'business_has_not_signed',
  ],
];

describe('what is missing in a quote', () => {
  it('is nothing, where nothing is', () => {
    const { gaps, offer } = readDraft(rentalDraft(), context);
    expect(gaps).to.deep.equal([]);
    expect(offer).to.deep.include({ termsVersion: 2, currency: 'EUR', clientName: 'Ines Valadar' });
  });
  for (const [why, over, path, code] of cases) {
    it(`${why}: ${code} at ${path}`, () => {
      const { gaps } = readDraft(rentalDraft(over), context);
      expect(gaps.map((gap) => [gap.path, gap.code])).to.deep.include([path, code]);
      expect(gaps.map(gapSentence).every((sentence) => sentence.endsWith('.'))).to.equal(true);
    });
  }
  it('leaves the client’s page in step while only the client’s data lack', () => {
    expect(readDraft(rentalDraft({ clientName: '', clientEmail: '', subject: '' }), context).offer).not.to.equal(null);
    expect(readDraft(emptyDraft, context).offer).to.equal(null);
  });
  it('sums have the digits of the service’s currency', () => {
    const yen = readDraft(
      rentalDraft({ serviceId: 'remote', lines: [{ ...line, unitPrice: '5500' }], extras: [] }),
      context,
    );
    expect(yen.offer!.price.lines[0]!.unitPrice).to.equal(5500);
    const cents = readDraft(rentalDraft({ serviceId: 'remote' }), context);
    expect(cents.gaps.map(({ code }) => code)).to.include('sum_wrong');
  });

  const expiries: [kind: QuoteDraft['expiryKind'], text: string, at: string | null][] = [
    ['none', '', null],
    ['hours', '48', '2027-03-03T10:00:00Z'],
    ['days', '7', '2027-03-09T00:00:00Z'],
    ['date', '2027-03-28', '2027-03-28T23:00:00Z'], // the zone's clocks went forward that morning
  ];
  for (const [expiryKind, expiry, at] of expiries)
    it(`stands ${expiryKind === 'none' ? 'without end' : `until the end of ${expiry} (${expiryKind})`}`, () =>
      expect(readDraft(rentalDraft({ expiryKind, expiry }), context).offer!.expiresAt).to.equal(at));

  it('warns of what does not keep it back', () => {
    const many = Array.from({ length: 6 }, (_, index) => ({ ...extra, id: String(index) }));
    const { gaps, warnings } = readDraft(rentalDraft({ extras: many }), context);
    expect(gaps).to.deep.equal([]);
    expect(warnings.map(({ kind }) => kind)).to.deep.equal(['manyExtras', 'taken']);
    expect(quoteWarningSentence(warnings[1]!)).to.include('B-0007');
    const past = readDraft(rentalDraft({ start: '2027-02-01T10:00', end: '2027-02-02T10:00' }), context);
    expect(past.warnings).to.deep.equal([{ kind: 'inThePast' }]);
  });
});
