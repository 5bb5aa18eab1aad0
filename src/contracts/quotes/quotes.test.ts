import { AcceptQuote, AgreementIn, QuoteDraftIn, WriteOnQuote } from '#contracts/quotes/quotes';
import { SaveBusiness } from '#contracts/settings/business';
import { contrastOnWhite } from '#contracts/fields/colour';
import { SaveWording } from '#contracts/messages/wordings';
import { emptyDraft } from '#core/quotes/draft';
import { rentalAgreement, rentalDraft } from '../../../testing/quoting.js';
import { expect } from 'chai';
import type { z } from 'zod';

const link = 'x'.repeat(43);
const accept = {
  link,
  attempt: 'attempt-1',
  seen: { digest: 'd', at: '2027-03-01T10:00:00Z', total: 100, dueNow: 0 },
  choice: { chair: 1 },
  filled: {},
  signature: { name: 'Ines', method: 'drawn', image: 'data:image/png;base64,AAAA', consents: true },
};
const business = { name: 'Vesper Hollow', line: '', email: 'a@b.example', look: {} };
const wording = { occasion: 'ask', subject: 'x', body: 'x', off: false, copyTo: [], edition: 0 };
const { signature } = accept;

type Row = [why: string, contract: z.ZodType, given: unknown, path: string];
const refused: Row[] = [
  ['a draft with a key that is none', QuoteDraftIn, { ...emptyDraft, price: 1 }, ''],
  [
    'more lines than a page holds',
    QuoteDraftIn,
    { ...emptyDraft, lines: Array(61).fill(rentalDraft().lines[0]) },
    'lines',
  ],
  ['a line without end', QuoteDraftIn, rentalDraft({ title: 'x'.repeat(121) }), 'title'],
  ['a block of no kind', QuoteDraftIn, { ...emptyDraft, blocks: [{ id: 'x', kind: 'script', text: '' }] }, 'blocks.0'],
  [
    'a block twice',
    QuoteDraftIn,
    { ...emptyDraft, blocks: [1, 2].map(() => ({ id: 'price', kind: 'price' })) },
    'blocks',
  ],
  [
    'an agreement of more than can be read',
    AgreementIn,
    { ...rentalAgreement, blocks: Array(401).fill({ kind: 'paragraph', runs: [] }) },
    'blocks',
  ],
  [
    'an agreement of one endless word',
    AgreementIn,
    { ...rentalAgreement, blocks: Array(4).fill({ kind: 'paragraph', runs: [{ text: 'x'.repeat(20_000) }] }) },
    'blocks',
  ],
  [
    'text with markup of its own',
    AgreementIn,
    { ...rentalAgreement, blocks: [{ kind: 'html', runs: [] }] },
    'blocks.0.kind',
  ],
  ['half of an extra', AcceptQuote, { ...accept, choice: { chair: 0.5 } }, 'choice.chair'],
  ['less than none of an extra', AcceptQuote, { ...accept, choice: { chair: -1 } }, 'choice.chair'],
  ['a total below nothing', AcceptQuote, { ...accept, seen: { ...accept.seen, total: -1 } }, 'seen.total'],
  [
    'a signature that is an address',
    AcceptQuote,
    { ...accept, signature: { ...signature, image: 'https://example.com/x.png' } },
    'signature.image',
  ],
  [
    'a signature that is an SVG',
    AcceptQuote,
    { ...accept, signature: { ...signature, image: 'data:image/svg+xml;base64,AAAA' } },
    'signature.image',
  ],
  [
    'a signature larger than is taken',
    AcceptQuote,
    { ...accept, signature: { ...signature, image: `data:image/png;base64,${'A'.repeat(700_001)}` } },
    'signature.image',
  ],
  ['a signature of nobody', AcceptQuote, { ...accept, signature: { ...signature, name: ' ' } }, 'signature.name'],
  ['a link that is too short to be one', AcceptQuote, { ...accept, link: 'abc' }, 'link'],
  ['a question without end', WriteOnQuote, { link, attempt: 'attempt-1', what: 'ask', text: 'x'.repeat(2001) }, 'text'],
  ['a colour that white cannot be read on', SaveBusiness, { ...business, look: { colour: '#ffe98a' } }, 'look.colour'],
  ['a colour that is a style', SaveBusiness, { ...business, look: { colour: 'red;background:url(x)' } }, 'look.colour'],
  ['a subject of two lines', SaveWording, { ...wording, subject: 'x\nBcc: a@b.example' }, 'subject'],
  ['a copy to two addresses in one', SaveWording, { ...wording, copyTo: ['a@b.example,c@d.example'] }, 'copyTo.0'],
  ['an occasion that is none', SaveWording, { ...wording, occasion: 'birthday' }, 'occasion'],
];

describe('what comes in about quotes', () => {
  for (const [why, contract, given, path] of refused)
    it(`refused at ${path || 'the whole'}: ${why}`, () => {
      const checked = contract.safeParse(given);
      expect(checked.success).to.equal(false);
      expect(checked.error!.issues.map((issue) => issue.path.join('.'))).to.include(path);
    });
  it('a half-written draft is taken as it is', () => {
    const half = rentalDraft({
      clientEmail: 'ines@',
      expiry: 'so',
      lines: [{ ...rentalDraft().lines[0]!, quantity: '1.', unitPrice: '4x' }],
    });
    expect(QuoteDraftIn.parse(half)).to.deep.equal(half);
  });
  it('what is whole comes through', () => {
    expect(AcceptQuote.safeParse(accept).success).to.equal(true);
    expect(AgreementIn.parse(rentalAgreement)).to.deep.equal(rentalAgreement);
    expect(SaveBusiness.safeParse({ ...business, look: { colour: '#0d4a56' } }).success).to.equal(true);
  });
  it('contrast is what WCAG says it is', () => {
    const known: [colour: string, contrast: number][] = [
      ['#ffffff', 1],
      ['#000000', 21],
      ['#777777', 4.48],
      ['#0000ff', 8.59],
    ];
    for (const [colour, contrast] of known) expect(contrastOnWhite(colour)).to.be.closeTo(contrast, 0.01);
  });
});
