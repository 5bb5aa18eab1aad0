import { quoteOccasions, type QuoteOccasion } from '#core/jobs/wantedQuoteJobs';
import type { Decimal } from '#core/money/decimal';
import type { QuoteFact } from '#core/quotes/facts';
import { presetChoice } from '#core/quotes/offer';
import { readDraft } from '#core/quotes/readDraft';
import { standingOfOffer } from '#core/quotes/signedDocument';
import { quoteHistory } from '#core/wording/quoteHistory';
import type { Instant } from '#core/calendar/instant';
import { quoteWording } from '#server/mail/layout/quoteWording';
import { starterTerms } from '#server/seed/starterTerms';
import { rentalAgreement, rentalDraft } from '../../../../testing/quoting.js';
import { expect } from 'chai';

const now = '2027-03-01T10:00:00Z' as Instant;
const others = [{ id: 'a', name: 'Rui Valadar', email: 'rui@example.com' }];
const { offer } = readDraft(rentalDraft({ agreement: { ...rentalAgreement, others } }), {
  now,
  timeZone: 'Europe/Lisbon',
  currencies: { rental: 'EUR' },
  busy: [],
  terms: starterTerms.map(({ id, rules }) => ({ id, version: 1, rules })),
  taxes: [{ code: 'VAT', rate: '23' as Decimal }],
});
const bookingState = standingOfOffer(offer!, presetChoice(offer!), now);

const fact = (kind: QuoteFact['kind'], more: object = {}): QuoteFact => ({ kind, at: now, ...more }) as QuoteFact;
const accepted = fact('accepted', { by: 'client', how: 'page', number: 'B-0009' });

const cases: [occasion: QuoteOccasion, fact: QuoteFact | null, subject: string, said: string][] = [
  ['quote', null, 'Our offer for your stay', 'As we said on the telephone.'],
  ['quote', null, 'Our offer for your stay', 'The offer stands until the end of Mon 8 Mar.'],
  ['quoteReminder', null, '10-inch Dobsonian, ten days: our offer ends soon', '€\u00a0559.00.'],
  ['signRequest', null, '10-inch Dobsonian, ten days: your signature, please', 'has signed “Rental agreement”'],
  [
    'answer',
    fact('answered', { text: 'There is.' }),
    '10-inch Dobsonian, ten days: an answer to your question',
    'There is.',
  ],
  [
    'answer',
    fact('answered', { text: 'x' }),
    '10-inch Dobsonian, ten days: an answer to your question',
    'You asked: A tripod?',
  ],
  [
    'ownerTold',
    accepted,
    'Q-0007: Ines Valadar has accepted “10-inch Dobsonian, ten days”, and it is B-0009 now',
    'B-0009',
  ],
  [
    'ownerTold',
    fact('declined', { reason: 'Too dear' }),
    'Q-0007: Ines Valadar has declined “10-inch Dobsonian, ten days”',
    'They wrote: Too dear',
  ],
  [
    'ownerTold',
    fact('askedAgain', { text: '' }),
    'Q-0007: Ines Valadar would still like “10-inch Dobsonian, ten days”',
    'would still like',
  ],
];

describe('messages about quotes', () => {
  for (const [occasion, told, subject, said] of cases)
    it(`${occasion}: ${said}`, () => {
      if (!bookingState.ok) throw new Error(bookingState.refusal.code);
      const wording = quoteWording(occasion, {
        offer: offer!,
        number: 'Q-0007',
        businessName: 'Vesper Hollow',
        bookingState: bookingState.value,
        fact: told,
        question: 'A tripod?',
        signatory: 'Rui Valadar',
      });
      expect(wording.subject).to.equal(subject);
      expect(wording.paragraphs.join('\n')).to.include(said).and.not.include('{{');
      expect(wording.action).to.have.length.greaterThan(3);
    });
  it('each occasion has one', () =>
    expect(new Set(cases.map(([occasion]) => occasion))).to.deep.equal(new Set(quoteOccasions)));
});

describe('the record of a quote', () => {
  const signed = { revision: 1, method: 'drawn', origin: '203.0.113.9', sha256: 'x' };
  const lines: [fact: QuoteFact, words: string][] = [
    [fact('sent', { by: 'message', to: 'ines@example.com', revision: 2 }), 'Sent to ines@example.com, version 2'],
    [fact('sent', { by: 'link', revision: 1 }), 'A link was copied, version 1'],
    [fact('opened', { who: 'a' }), 'Opened by Rui Valadar'],
    [
      fact('signed', { ...signed, signatory: 'client', name: 'Ines Valadar' }),
      'Signed by Ines Valadar, drawn, from 203.0.113.9',
    ],
    [
      fact('signed', { ...signed, signatory: 'business', name: 'Lena' }),
      'Signed by Lena for Vesper Hollow, drawn, from 203.0.113.9',
    ],
    [
      fact('signed', { ...signed, signatory: 'gone', name: 'X' }),
      'Signed by X for a further signatory, drawn, from 203.0.113.9',
    ],
    [accepted, 'Accepted by Ines Valadar: B-0009'],
    [fact('accepted', { by: 'owner', number: 'B-0009' }), 'Agreed by telephone, and booked by Vesper Hollow: B-0009'],
    [fact('declined', { reason: '' }), 'Declined, without a reason'],
    [fact('withdrawn'), 'Withdrawn'],
  ];
  for (const [told, words] of lines)
    it(words, () => expect(quoteHistory(told, { ...offer!, currency: 'EUR' }, 'Vesper Hollow')).to.equal(words));
});
