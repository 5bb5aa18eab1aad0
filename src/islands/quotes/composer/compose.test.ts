import { nothingOnPage } from '#core/catalogue/service';
import { allShown } from '#core/paymentMethods/ways';
import type { ServiceLine } from '#contracts/catalogue/serviceViews';
import type { TextBlock } from '#core/agreements/agreement';
import { minor } from '#core/money/minor';
import { emptyDraft } from '#core/quotes/draft';
import { docOfText, textOfDoc } from '#islands/agreements/textOfDoc';
import { placeId, wrongAt } from '#islands/quotes/composer/composing';
import { withDates, withService } from '#islands/quotes/composer/fromService';
import { quoteProblem } from '#islands/quotes/quotePage/quoteProblem';
import { signatureFault } from '#islands/quotes/offer/signature';
import { expect } from 'chai';
import fc from 'fast-check';

const service = (over: Partial<ServiceLine> = {}): ServiceLine => ({
  id: 'rig',
  name: 'Imaging rig',
  kind: 'rental',
  currency: 'EUR',
  termsId: 'rental-long',
  basis: 'day',
  unitPrice: minor(80_00),
  included: 'Mount and camera.',
  taxMode: 'inclusive',
  taxCodes: ['VAT'],
  colour: 'blue',
  retired: false,
  booking: null,
  group: '',
  onPage: nothingOnPage,
  usualClaims: [],
  ways: allShown,
  extras: [{ id: 'heater', label: 'Dew heater', unitPrice: minor(12_00), most: 2 }],
  ...over,
});
const zone = 'Europe/Lisbon';
const dates = { start: '2027-04-05T18:00', end: '2027-04-15T18:00' };

describe('choosing a service for a quote', () => {
  it('fills in its line for the dates, its extras, terms, taxes and words', () => {
    const filled = withService({ ...emptyDraft, ...dates }, service(), undefined, zone);
    expect(filled).to.deep.include({ serviceId: 'rig', termsId: 'rental-long', title: 'Imaging rig' });
    expect(filled.lines![0]).to.deep.include({ quantity: '10', unit: 'days', unitPrice: '80.00', taxes: ['VAT'] });
    expect(filled.extras![0]).to.deep.include({ label: 'Dew heater', unitPrice: '12.00', most: '2', least: '0' });
    expect(filled.subject).to.equal('Our offer: Imaging rig');
  });
  it('keeps a title and a subject that somebody has written, and lines that are not the service’s own', () => {
    const other = { ...emptyDraft.lines[0]!, id: 'travel', label: 'Travel' };
    const draft = { ...emptyDraft, title: 'For your stay', subject: 'As we said', lines: [other as never] };
    const filled = withService(draft, service(), service({ id: 'old', name: 'Old' }), zone);
    expect(filled).not.to.have.property('title');
    expect(filled).not.to.have.property('subject');
    expect(filled.lines!.map(({ id }) => id)).to.deep.equal(['service', 'travel']);
  });
  it('takes the place of the title that an earlier service had given', () => {
    const draft = { ...emptyDraft, title: 'Old', subject: 'Our offer: Old' };
    const filled = withService(draft, service(), service({ id: 'old', name: 'Old' }), zone);
    expect(filled).to.deep.include({ title: 'Imaging rig', subject: 'Our offer: Imaging rig' });
  });
  it('without a price of its own leaves it to be written', () => {
    const filled = withService(emptyDraft, service({ unitPrice: minor(0), basis: 'fixed' }), undefined, zone);
    expect(filled.lines![0]).to.deep.include({ unitPrice: '', quantity: '1', unit: '' });
  });
});

describe('other dates of a quote', () => {
  const draft = { ...emptyDraft, ...withService({ ...emptyDraft, ...dates }, service(), undefined, zone) };
  it('count the service’s own units anew', () => {
    const moved = withDates({ ...draft, ...dates }, { end: '2027-04-08T18:00' }, service(), zone);
    expect(moved.lines![0]).to.deep.include({ quantity: '3', unit: 'days' });
  });
  it('one unit is named as one', () => {
    const moved = withDates({ ...draft, ...dates }, { end: '2027-04-06T18:00' }, service(), zone);
    expect(moved.lines![0]).to.deep.include({ quantity: '1', unit: 'day' });
  });
  const untouched: [why: string, basis: ServiceLine['basis'], end: string][] = [
    ['people are not counted by days', 'person', '2027-04-08T18:00'],
    ['a fixed price has no units', 'fixed', '2027-04-08T18:00'],
    ['an end before the start counts nothing', 'day', '2027-04-01T18:00'],
    ['half a date counts nothing', 'day', '2027-04'],
  ];
  for (const [why, basis, end] of untouched)
    it(why, () => expect(withDates({ ...draft, ...dates }, { end }, service({ basis }), zone)).to.deep.equal({ end }));
});

describe('rich text', () => {
  const run = fc.record({ text: fc.string({ minLength: 1 }).filter((text) => text.trim() !== '') });
  const block = fc.record({
    kind: fc.constantFrom('heading', 'paragraph', 'bullet', 'number'),
    runs: fc.array(run, { minLength: 1, maxLength: 1 }),
  });
  it('comes back from the editor’s document as it went in', () => {
    fc.assert(
      fc.property(fc.array(block, { minLength: 1, maxLength: 12 }), (blocks) => {
        expect(textOfDoc(docOfText(blocks as TextBlock[]))).to.deep.equal(blocks);
      }),
    );
  });
  it('has a field as a piece of its own, in the weight of what it stands in', () => {
    const blocks: TextBlock[] = [
      { kind: 'paragraph', runs: [{ text: 'Dear {{client name}}, from ' }, { text: '{{begins}} on', bold: true }] },
      { kind: 'paragraph', runs: [{ text: '{{what happens when}}' }] },
    ];
    const doc = docOfText(blocks);
    const kinds = doc.content![0]!.content!.map(({ type }) => type);
    expect(kinds).to.deep.equal(['text', 'field', 'text', 'field', 'text']);
    expect(doc.content![0]!.content![3]!.marks).to.deep.equal([{ type: 'bold' }]);
    expect(textOfDoc(doc), 'and is the text again, in as many runs as before').to.deep.equal(blocks);
  });
  it('keeps what is bold and italic, and nothing else of what is pasted', () => {
    const marks = [{ type: 'bold' }, { type: 'link', attrs: { href: 'javascript:alert(1)' } }];
    const doc = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'here', marks },
            { type: 'image', attrs: { src: 'x' } },
          ],
        },
        { type: 'codeBlock', content: [{ type: 'text', text: '<script>' }] },
      ],
    };
    expect(textOfDoc(doc)).to.deep.equal([{ kind: 'paragraph', runs: [{ text: 'here', bold: true }] }]);
  });
  it('a list within a list stands on its own level', () => {
    const item = (text: string, more: object[] = []) => ({
      type: 'listItem',
      content: [{ type: 'paragraph', content: [{ type: 'text', text }] }, ...more],
    });
    const inner = { type: 'orderedList', content: [item('inner')] };
    const doc = { type: 'doc', content: [{ type: 'bulletList', content: [item('outer', [inner])] }] };
    expect(textOfDoc(doc).map(({ kind }) => kind)).to.deep.equal(['bullet', 'number']);
  });
});

describe('gaps at their places', () => {
  const gaps = [{ path: 'lines.0.unitPrice', code: 'sum_wrong' as const }];
  it('what holds something says what is wrong with it; what is only missing stands in the list', () => {
    expect(wrongAt(gaps, 'lines.0.unitPrice', '4x')).to.equal('A price is a sum, such as 480.00.');
    expect(wrongAt(gaps, 'lines.0.unitPrice', ' ')).to.equal(null);
    expect(wrongAt(gaps, 'title', 'x')).to.equal(null);
    expect(placeId('lines.0.unitPrice')).to.equal('at-lines-0-unitPrice');
  });
});

describe('what a reader of an offer is told', () => {
  const drawn = { name: 'Ines', method: 'drawn' as const, image: 'data:', consents: true };
  const faults: [why: string, over: Partial<Parameters<typeof signatureFault>[0]>, said: string | null][] = [
    ['all is there', {}, null],
    ['no name', { name: ' ' }, 'Your name is needed.'],
    ['no drawing', { image: null }, 'Draw your signature.'],
    ['no picture', { method: 'uploaded', image: null }, 'Choose a picture.'],
    ['typed needs none', { method: 'typed', image: null }, null],
    ['no consent', { consents: false }, 'Tick the sentence above to sign.'],
  ];
  for (const [why, over, said] of faults)
    it(`of a signature: ${why}`, () => expect(signatureFault({ ...drawn, ...over })).to.equal(said));
  it('sums that have changed are named', () => {
    const problem = { code: 'sums_changed', detail: { total: 500_00, dueNow: 150_00 } } as const;
    expect(quoteProblem(problem, 'EUR')).to.include('€\u00a0500.00 in all').and.include('€\u00a0150.00 now');
  });
  it('anything else ends in words as well', () => {
    for (const code of ['quote_over', 'quote_expired', 'no_connection', 'try_again'] as const)
      expect(quoteProblem({ code }, 'EUR')).to.match(/\.$/);
  });
});
