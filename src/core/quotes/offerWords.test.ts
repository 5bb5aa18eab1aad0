import type { Instant } from '#core/calendar/instant';
import type { Agreement } from '#core/agreements/agreement';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import type { PriceLine } from '#core/price/price';
import { emptyDraft, type QuoteDraft } from '#core/quotes/draft';
import { draftOfBooking } from '#core/quotes/draftOf';
import { type Offer, presetChoice } from '#core/quotes/offer';
import { offerChanges } from '#core/quotes/offerChanges';
import { type QuoteContext, readDraft } from '#core/quotes/readDraft';
import { settledTerms } from '#core/quotes/settledTerms';
import { agreementText, canonicalText, signedDocument, standingOfOffer } from '#core/quotes/signedDocument';
import { starterTerms } from '#server/seed/starterTerms';
import { rentalAgreement, rentalDraft } from '../../../testing/quoting.js';
import { expect } from 'chai';

/** What an offer says, word for word: what is signed, what changed since the one before, what an earlier booking becomes. */
const rental = starterTerms.find(({ id }) => id === 'rental')!.rules;
const context: QuoteContext = {
  now: '2027-03-01T10:00:00Z' as Instant,
  timeZone: 'Europe/Lisbon',
  currencies: { rental: 'EUR', yen: 'JPY' },
  terms: [{ id: 'rental', version: 2, rules: rental }],
  taxes: [{ code: 'VAT', rate: '23' as Decimal }],
  busy: [],
};
const offerOf = (over: Partial<QuoteDraft> = {}): Offer => readDraft(rentalDraft(over), context, true).offer!;
const line = rentalDraft().lines[0]!;
const chair = rentalDraft().extras[0]!;
const paragraph = (...texts: string[]) => ({ kind: 'paragraph', runs: texts.map((text) => ({ text })) }) as const;
const agreement: Agreement = {
  ...rentalAgreement,
  fields: rentalAgreement.fields.map((field) =>
    field.id === 'site' ? { ...field, label: ' Where it  stands' } : field,
  ),
  blocks: [
    ...rentalAgreement.blocks,
    paragraph(' ', '{{reference}}'), // says nothing here, and so is not there
    paragraph('At the {{where it stands}}, {{ Policy number }}'),
    paragraph(),
  ],
};
const rich: Partial<QuoteDraft> = {
  agreement,
  lines: [
    line,
    {
      ...line,
      id: 'way',
      label: 'Delivery',
      quantity: '1',
      unit: '',
      unitPrice: '30.00',
      discountKind: 'amount',
      discount: '5.00',
      note: 'to the door',
    },
    { ...line, id: 'filter', label: 'Filter', quantity: '1', unit: 'set', unitPrice: '12.00', taxes: [] },
    { ...line, id: 'eye', label: 'Eyepieces', quantity: '3', unit: '', unitPrice: '4.00' },
  ],
  extras: [
    { ...chair, note: 'folds flat' },
    { ...chair, id: 'table', label: 'Table', preset: '2' },
  ],
  discountKind: 'percent',
  discount: '10',
};
const documentOf = (offer: Offer, filled: Record<string, string>) => {
  const choice = presetChoice(offer);
  const bookingState = standingOfOffer(offer, choice, context.now);
  if (!bookingState.ok) throw new Error(bookingState.refusal.code);
  const about = { businessName: 'Vesper Hollow', number: 'Q-0001', revision: 3, choice, filled };
  return signedDocument(offer, about, bookingState.value);
};

describe('what is signed, word for word', () => {
  // 626.00 less 62.60; of it 552.60 with tax: 103.33 within, or 127.10 on top.
  it('with its taxes within', () =>
    expect(
      canonicalText(documentOf(offerOf(rich), { policy: ' PT-7731 ' }))
        .replaceAll('\u00a0', ' ')
        .split('\n'),
    ).to.deep.equal([
      'Ostendo agreement 1',
      'Q-0001 revision 3',
      'business: Vesper Hollow',
      'client: Ines Valadar',
      'service: 10-inch Dobsonian, ten days',
      'when: Mon 5 Apr, 18:00 to Thu 15 Apr, 18:00',
      'line: 10-inch Dobsonian | 10 days at 55.00 | 550.00',
      'line: Delivery | less 5.00 · to the door | 25.00',
      'line: Filter | 1 set at 12.00 | 12.00',
      'line: Eyepieces | 3 at 4.00 | 12.00',
      'line: Observing chair | folds flat | 9.00',
      'line: Table | 2 at 9.00 | 18.00',
      'line: Discount |  | −62.60',
      'line: VAT in it | 23 % | 103.33',
      'total: € 563.40',
      'money: € 169.02 (deposit) is due now.',
      'money: On Mon 29 Mar we charge € 394.38 (balance) to the same card.',
      'money: From Sun 4 Apr to Sat 17 Apr your bank sets € 400.00 aside without charging it; it is let go when all is in order.',
      'cancellation: Until Tue 2 Mar, 10:00: you get everything back.',
      'cancellation: Until the end of Mon 22 Mar: we keep 30 % of the price, € 169.02.',
      'cancellation: Until the end of Fri 2 Apr: we keep 50 % of the price, € 281.70.',
      'cancellation: After that the whole price stays due.',
      'agreement: Rental agreement',
      'heading: What is rented',
      'paragraph: Ines Valadar rents 10-inch Dobsonian, ten days.',
      'bullet: Insured under PT-7731',
      'paragraph: € 169.02 (deposit) is due now.',
      'paragraph: On Mon 29 Mar we charge € 394.38 (balance) to the same card.',
      'paragraph: From Sun 4 Apr to Sat 17 Apr your bank sets € 400.00 aside without charging it; it is let go when all is in order.',
      'paragraph: At the ________, PT-7731',
      'filled: Policy number = PT-7731',
      'filled:  Where it  stands = ',
    ]));
  it('with its taxes on top', () => {
    const { rows, total } = documentOf(offerOf({ ...rich, taxMode: 'exclusive' }), {});
    expect(rows.at(-1)).to.deep.equal({ label: 'VAT', note: '23 %', amount: '127.10' });
    expect(total).to.equal('€\u00a0690.50');
  });
  it('without an agreement: no text, and nothing to fill in', () => {
    const bare = documentOf(offerOf(), { policy: 'x' });
    expect(bare).to.deep.include({ agreement: '', blocks: [], filled: [] });
    expect(bare.rows.map(({ label }) => label)).to.deep.equal(['10-inch Dobsonian', 'Observing chair', 'VAT in it']);
    const bookingState = standingOfOffer(offerOf(), {}, context.now);
    if (!bookingState.ok) throw new Error(bookingState.refusal.code);
    expect(agreementText(offerOf(), { businessName: 'V', number: 'Q' }, bookingState.value, {})).to.deep.equal([]);
  });
  it('names that every object has are no answers', () => {
    const field = { ...rentalAgreement.fields[0]!, id: 'constructor', label: 'Policy number' };
    const { blocks } = documentOf(offerOf({ agreement: { ...rentalAgreement, fields: [field] } }), {});
    expect(blocks[2]!.runs).to.deep.equal([{ text: 'Insured under ________' }]);
  });
});

describe('what an offer says otherwise than the one before', () => {
  const plain = offerOf();
  const said = (over: Partial<Offer>, before = plain): string[] =>
    offerChanges(before, { ...before, ...over }, context.now).map((each) => each.replaceAll('\u00a0', ' '));
  const dearer = offerOf({ lines: [{ ...line, unitPrice: '60.00' }] }).price;
  const otherLines = offerOf({ lines: [{ ...line, quantity: '1', unitPrice: '550.00' }] }).price;
  const [offered] = plain.extras;
  const cases: [why: string, over: Partial<Offer>, sentences: string[]][] = [
    ['nothing', {}, []],
    ['its name', { title: 'Ten dark nights' }, ['It is now: Ten dark nights.']],
    ['lines of the same sum', { price: otherLines }, ['The lines of the price have changed; it is € 559.00.']],
    [
      'an extra more',
      { extras: [offered!, { ...offered!, id: 'table', label: 'Table', preset: 0 }] },
      ['New extra: Table.'],
    ],
    [
      'an extra that may be had more often',
      { extras: [{ ...offered!, most: 5 }] },
      ['The extra “Observing chair” has changed.'],
    ],
    ['the text of its agreement', { agreement: rentalAgreement }, ['The text of the agreement has changed.']],
    ['a note', { note: 'Other words' }, ['What is written to you has changed.']],
    ['what is included', { included: 'A case' }, ['What is written to you has changed.']],
    [
      'until when it stands',
      { expiresAt: '2027-03-20T00:00:00Z' as Instant },
      ['The offer stands until the end of Fri 19 Mar.'],
    ],
    ['that it stands without end', { expiresAt: null }, []],
    ['what the client does not read', { subject: 'x', copyTo: ['a@b.example'], reference: 'R' }, []],
  ];
  for (const [why, over, sentences] of cases) it(why, () => expect(said(over)).to.deep.equal(sentences));

  it('a dearer one says so once, by the price alone', () => {
    const sentences = said({ price: dearer });
    expect(sentences.filter((each) => each.includes('price'))).to.deep.equal([
      'The price is € 609.00 instead of € 559.00.',
    ]);
  });
  it('an extra that is gone', () =>
    expect(said({ extras: [] })).to.include('The extra “Observing chair” is no longer offered.'));
  it('one of several that is gone', () => {
    const two = { ...plain, extras: [offered!, { ...offered!, id: 'table', label: 'Table', preset: 0 }] };
    expect(said({ extras: [offered!] }, two)).to.deep.equal(['The extra “Table” is no longer offered.']);
  });
  it('how it is paid', () => expect(said({ settling: 'counter' })).to.include('How it is paid has changed.'));
  it('in another currency: no comparison of plans, only the sum', () => {
    const yen = offerOf({
      serviceId: 'yen',
      lines: [{ ...line, unitPrice: '5500' }],
      extras: [{ ...chair, unitPrice: '900' }],
    });
    expect(
      offerChanges(plain, { ...yen, expiresAt: plain.expiresAt }, context.now).map((each) =>
        each.replaceAll('\u00a0', ' '),
      ),
    ).to.deep.equal(['The lines of the price have changed; it is ¥ 55,900.']);
  });
  it('terms that no longer add up: no comparison of plans', () => {
    const broken = { ...rental, instalments: rental.instalments.slice(0, 1) };
    expect(said({ terms: broken })).to.deep.equal([]);
    expect(said({}, { ...plain, terms: broken })).to.deep.equal([]);
  });
});

describe('a new quote like an earlier booking', () => {
  const bookedLine = (id: string, more: Partial<PriceLine> = {}): PriceLine => ({
    id,
    label: id,
    quantity: '2' as Decimal,
    unitPrice: minor(12_50),
    ...more,
  });
  it('has its client, lines, discounts and terms, and no dates', () => {
    const booked = {
      title: 'Ten days',
      serviceId: 'rental',
      termsId: 'rental',
      clientName: 'Ines',
      clientEmail: 'ines@example.com',
    };
    const made = draftOfBooking(
      {
        ...booked,
        price: {
          currency: 'EUR',
          taxMode: 'exclusive',
          taxes: { VAT: { rate: '23' as Decimal } },
          discount: { percent: '5' as Decimal },
          lines: [
            bookedLine('plain'),
            bookedLine('taxed', { taxes: ['VAT'], discount: { amount: minor(1_00) } }),
            bookedLine('always', { extra: false }),
            bookedLine('chosen', { extra: true, chosen: true }),
            bookedLine('not', { extra: true, chosen: false }),
          ],
        },
      },
      'A case',
    );
    const typed = {
      note: '',
      quantity: '2',
      unit: '',
      unitPrice: '12.50',
      taxes: [],
      discountKind: 'none',
      discount: '',
    };
    expect(made).to.deep.equal({
      ...emptyDraft,
      ...booked,
      subject: 'Our offer: Ten days',
      included: 'A case',
      taxMode: 'exclusive',
      discountKind: 'percent',
      discount: '5',
      lines: [
        { ...typed, id: 'plain', label: 'plain' },
        { ...typed, id: 'taxed', label: 'taxed', taxes: ['VAT'], discountKind: 'amount', discount: '1.00' },
        { ...typed, id: 'always', label: 'always' },
        { ...typed, id: 'chosen', label: 'chosen' },
      ],
    });
  });
});

describe('how an offer settles its terms', () => {
  it('online as they are', () =>
    expect(settledTerms(rental, { settling: 'online', accountDays: 14 })).to.equal(rental));
  it('on the house account: one sum, no card, no hold', () => {
    const settled = settledTerms(rental, { settling: 'account', accountDays: 14 });
    expect(settled).to.not.have.any.keys('hold', 'chargeInstead', 'cardOnFile', 'fee', 'payAllDiscount');
    expect(settled).to.deep.include({
      holdCoversBalance: false,
      firstPayment: { required: false, preset: 'due' },
      instalments: [
        { name: 'house account', collect: 'ask', amount: { share: 1 }, due: { on: 'end', plus: { days: 14 } } },
      ],
    });
  });
  it('at the counter without a hold there is none', () => {
    const { hold: _, ...bare } = rental;
    expect(settledTerms(bare, { settling: 'counter', accountDays: 14 })).to.not.have.property('hold');
  });
});
