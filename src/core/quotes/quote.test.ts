import type { Minor } from '#core/money/minor';
import { type Agreement, nextToSign } from '#core/agreements/agreement';
import { wantedQuoteJobs } from '#core/jobs/wantedQuoteJobs';
import { fieldFault } from '#core/quotes/acceptance';
import type { QuoteFact } from '#core/quotes/facts';
import { type Choice, choiceOutOfLimits, type Offer, offerPrice, presetChoice } from '#core/quotes/offer';
import { offerChanges } from '#core/quotes/offerChanges';
import { type QuoteContext, readDraft } from '#core/quotes/readDraft';
import { settledTerms } from '#core/quotes/settledTerms';
import { canonicalText, signedDocument, standingOfOffer } from '#core/quotes/signedDocument';
import { quoteStanding } from '#core/quotes/standing';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { starterTerms } from '#server/seed/starterTerms';
import { rentalAgreement, rentalDraft } from '../../../testing/quoting.js';
import { expect } from 'chai';
import fc from 'fast-check';

const at = (text: string): Instant => `${text}Z` as Instant;
const now = at('2027-03-01T10:00:00');
const terms = starterTerms.map(({ id, rules }) => ({ id, version: 1, rules }));
const context: QuoteContext = {
  now,
  timeZone: 'Europe/Lisbon',
  currencies: { rental: 'EUR' },
  terms,
  busy: [],
  taxes: [{ code: 'VAT', rate: '23' as Decimal }],
};
const offerOf = (over: Parameters<typeof rentalDraft>[0] = {}): Offer =>
  readDraft(rentalDraft(over), context, true).offer!;

describe('an offer', () => {
  it('costs its lines and what is chosen of the extras, within their limits', () => {
    fc.assert(
      fc.property(fc.integer({ min: -3, max: 9 }), (chair) => {
        const offer = offerOf();
        const allowed = chair >= 0 && chair <= 4;
        expect(choiceOutOfLimits(offer, { chair })).to.equal(allowed ? null : 'chair');
        if (allowed) expect(offerPrice(offer, { chair }).total).to.equal(550_00 + chair * 9_00);
      }),
    );
  });
  it('an extra of which some are needed cannot be left out', () => {
    const offer = offerOf({ extras: [{ ...rentalDraft().extras[0]!, least: '2', preset: '2' }] });
    const choices: Choice[] = [{}, { chair: 0 }, { chair: 1 }, { chair: 2 }];
    const refused = choices.map((choice) => choiceOutOfLimits(offer, choice));
    expect(refused).to.deep.equal(['chair', 'chair', 'chair', null]);
  });
  it('names of extras that every object has are no extras', () => {
    expect(choiceOutOfLimits(offerOf(), { toString: 1, chair: 0 })).to.equal('toString');
    expect(offerPrice({ ...offerOf(), extras: [] }, {}).total).to.equal(550_00);
  });

  const rental = starterTerms.find(({ id }) => id === 'rental')!.rules;
  it('at the counter every part is taken in person, and none is waited for', () => {
    const settled = settledTerms(rental, { settling: 'counter', accountDays: 0 });
    expect(settled.instalments.map(({ collect }) => collect)).to.deep.equal(['desk', 'desk']);
    expect(settled.firstPayment).to.deep.equal({ required: false, preset: 'due' });
    expect(settled.hold).to.deep.equal(rental.hold);
    expect(settled.cancellation).to.deep.equal(rental.cancellation);
  });
  it('on the house account all of it is due so many days after the end, without a card', () => {
    const offer = offerOf({ settling: 'account', accountDays: '14' });
    const bookingState = standingOfOffer(offer, presetChoice(offer), now);
    if (!bookingState.ok) throw new Error(bookingState.refusal.code);
    expect(bookingState.value.parts.map(({ name, due, amount }) => [name, due, amount])).to.deep.equal([
      ['house account', '2027-04-29', 559_00],
    ]);
    expect(bookingState.value.hold).to.equal(null);
  });
  it('says what it has otherwise than the one before', () => {
    const before = offerOf();
    const chair = rentalDraft().extras[0]!;
    const after = offerOf({
      end: '2027-04-14T18:00',
      note: 'Other words',
      agreement: rentalAgreement,
      extras: [{ ...chair, id: 'table', label: 'Table' }],
    });
    const said = offerChanges(before, after, now).join(' ');
    for (const each of [
      'It ends',
      'New extra: Table',
      '“Observing chair” is no longer',
      'text of the agreement',
      'written to you',
    ])
      expect(said).to.include(each);
    expect(offerChanges(before, offerOf(), now)).to.deep.equal([]);
  });
});

describe('what is signed', () => {
  const document = (filled: Record<string, string>, offer = offerOf({ agreement: rentalAgreement })) => {
    const bookingState = standingOfOffer(offer, presetChoice(offer), now);
    if (!bookingState.ok) throw new Error(bookingState.refusal.code);
    const about = { businessName: 'Vesper Hollow', number: 'Q-0001', revision: 1, choice: presetChoice(offer), filled };
    return signedDocument(offer, about, bookingState.value);
  };
  it('holds every word and sum, with what the client filled in', () => {
    const text = canonicalText(document({ policy: 'PT-7731' }));
    for (const each of [
      'bullet: Insured under PT-7731',
      'total: €\u00a0559.00',
      '10 days at 55.00',
      'filled: Policy number = PT-7731',
    ])
      expect(text).to.include(each);
  });
  it('a field of many sentences becomes as many paragraphs', () => {
    const { blocks, money } = document({});
    expect(blocks.slice(-money.length).map(({ runs }) => runs[0]!.text)).to.deep.equal(money);
  });
  it('what a client types is text: it fills in nothing and is not read again', () => {
    const { blocks } = document({ policy: '{{price}} <b>{{Policy number}}</b>' });
    expect(blocks[2]!.runs[0]!.text).to.equal('Insured under {{price}} <b>{{Policy number}}</b>');
  });
  it('a line stands where nothing was filled in', () => {
    expect(document({}).blocks[2]!.runs[0]!.text).to.equal('Insured under ________');
  });
  it('any other word makes another text', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), fc.string({ minLength: 1 }), (one, other) => {
        const texts = [one, other].map((policy) => canonicalText(document({ policy })));
        expect(texts[0] === texts[1]).to.equal(one.trim() === other.trim());
      }),
      { numRuns: 60 },
    );
  });
});

describe('signatories', () => {
  const others = ['a', 'b'].map((id) => ({ id, name: id, email: `${id}@example.com` }));
  type About = Pick<Agreement, 'others' | 'inOrder' | 'business'>;
  const rows: [why: string, about: About, signed: string[], next: string[]][] = [
    ['the client alone', { others: [], inOrder: true, business: 'no' }, [], ['client']],
    ['nobody more', { others: [], inOrder: true, business: 'no' }, ['client'], []],
    ['the business first', { others, inOrder: true, business: 'first' }, [], ['business']],
    ['then the client', { others, inOrder: true, business: 'first' }, ['business'], ['client']],
    ['the others one by one', { others, inOrder: true, business: 'no' }, ['client'], ['a']],
    ['the others in any order', { others, inOrder: false, business: 'no' }, ['client'], ['a', 'b']],
    ['the one that is left', { others, inOrder: false, business: 'last' }, ['client', 'b'], ['a']],
    ['the business last', { others, inOrder: true, business: 'last' }, ['client', 'a', 'b'], ['business']],
  ];
  for (const [why, about, signed, next] of rows) it(why, () => expect(nextToSign(about, signed)).to.deep.equal(next));

  const fields: Agreement['fields'] = [
    { id: 'd', label: 'Born on', kind: 'date', choices: [], required: true },
    { id: 'i', label: 'Initials', kind: 'initials', choices: [], required: false },
  ];
  const filled: [why: string, filled: Record<string, string>, code: string | undefined][] = [
    ['a date', { d: '1990-02-28' }, undefined],
    ['no date', {}, 'field_missing'],
    ['a date that is none', { d: '1990-02-30' }, 'field_wrong'],
    ['initials too long', { d: '1990-02-28', i: 'ABCDEFG' }, 'field_wrong'],
  ];
  for (const [why, value, code] of filled)
    it(`${why} filled in`, () => expect(fieldFault(fields, value)?.code).to.equal(code));
});

describe('where a quote stands', () => {
  const offer = offerOf();
  const expiresAt = at('2027-03-08T00:00:00');
  const sent = (when: string, revision = 1): QuoteFact => ({
    kind: 'sent',
    at: at(when),
    revision,
    by: 'message',
    to: 'ines@example.com',
    expiresAt,
  });
  const opened: QuoteFact = { kind: 'opened', at: at('2027-03-02T09:00:00'), revision: 1, who: 'client' };
  const declined: QuoteFact = { kind: 'declined', at: at('2027-03-03T09:00:00'), reason: '' };
  const chose: QuoteFact = {
    kind: 'chose',
    at: at('2027-03-02T10:00:00'),
    revision: 1,
    choice: { chair: 3 },
    filled: {},
    total: 0 as Minor,
  };
  const first = sent('2027-03-01T10:00:00');
  const rows: [why: string, facts: QuoteFact[], when: string, state: string][] = [
    ['before it is sent', [], '2027-03-01T10:00:00', 'draft'],
    ['sent', [first], '2027-03-01T11:00:00', 'sent'],
    ['opened', [first, opened], '2027-03-02T09:00:00', 'opened'],
    ['a second before it ends', [first, opened], '2027-03-07T23:59:59', 'opened'],
    ['at its end', [first, opened], '2027-03-08T00:00:00', 'expired'],
    ['declined', [first, opened, declined], '2027-03-04T00:00:00', 'declined'],
    ['sent again after that', [first, declined, sent('2027-03-04T10:00:00')], '2027-03-04T11:00:00', 'sent'],
    ['withdrawn', [first, { kind: 'withdrawn', at: at('2027-03-04T10:00:00') }], '2027-03-20T11:00:00', 'withdrawn'],
  ];
  for (const [why, facts, when, state] of rows)
    it(why, () => expect(quoteStanding(facts, facts.length > 0 ? offer : null, at(when)).state).to.equal(state));

  it('the same offer sent anew keeps what was chosen of it, another one does not', () => {
    const same = quoteStanding([first, chose, sent('2027-03-04T10:00:00')], offer, at('2027-03-04T11:00:00'));
    expect(same.choice).to.deep.equal({ chair: 3 });
    const other = quoteStanding([first, chose, sent('2027-03-04T10:00:00', 2)], offer, at('2027-03-04T11:00:00'));
    expect(other.choice).to.deep.equal({ chair: 1 });
  });
  it('reminds a day before the end, and never of one that is answered', () => {
    const errandsOf = (facts: QuoteFact[]) =>
      wantedQuoteJobs(quoteStanding(facts, offer, at('2027-03-02T12:00:00')), facts).map((errand) => [
        errand.key,
        errand.at,
      ]);
    expect(errandsOf([first])).to.deep.include([`remind:${expiresAt}`, '2027-03-07T00:00:00Z']);
    expect(errandsOf([first, declined]).map(([key]) => key)).to.deep.equal(['quote:0', 'told:1']);
  });
});
