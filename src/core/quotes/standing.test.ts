import type { Minor } from '#core/money/minor';
import { wantedQuoteJobs } from '#core/jobs/wantedQuoteJobs';
import type { Instant } from '#core/calendar/instant';
import type { QuoteFact } from '#core/quotes/facts';
import { presetChoice, type Offer } from '#core/quotes/offer';
import { isOpen, type QuoteSituation, quoteStanding, quoteStates } from '#core/quotes/standing';
import { rentalAgreement } from '../../../testing/quoting.js';
import { expect } from 'chai';

/** Where a quote stands after each order of what can happen to it. Minutes of one morning stand for the moments. */
const at = (minute: number): Instant => `2027-03-01T10:${String(minute).padStart(2, '0')}:00Z` as Instant;
const offer = {
  extras: [{ id: 'chair', preset: 1 }],
  agreement: { ...rentalAgreement, others: [{ id: 'rui', name: 'Rui', email: 'rui@example.com' }], business: 'last' },
} as unknown as Offer;
const bare = { ...offer, agreement: null } as Offer;
type Step = (minute: number) => QuoteFact;
const sent =
  (revision = 1, expiresAt: Instant | null = null): Step =>
  (minute) => ({ kind: 'sent', at: at(minute), revision, by: 'message', to: 'ines@example.com', expiresAt });
const opened: Step = (minute) => ({ kind: 'opened', at: at(minute), revision: 1, who: 'client' });
const asked: Step = (minute) => ({ kind: 'asked', at: at(minute), text: 'Is it dark?' });
const answered: Step = (minute) => ({ kind: 'answered', at: at(minute), text: 'Very.' });
const declined: Step = (minute) => ({ kind: 'declined', at: at(minute), reason: 'Too dear' });
const withdrawn: Step = (minute) => ({ kind: 'withdrawn', at: at(minute) });
const again: Step = (minute) => ({ kind: 'askedAgain', at: at(minute), text: 'Still wanted' });
const chose =
  (count: number, revision = 1): Step =>
  (minute) => ({
    kind: 'chose',
    at: at(minute),
    revision,
    choice: { chair: count },
    filled: { policy: 'P' },
    total: 0 as Minor,
  });
const signed =
  (signatory: string, revision = 1): Step =>
  (minute) => ({
    kind: 'signed',
    at: at(minute),
    revision,
    attempt: signatory,
    signatory,
    name: signatory,
    method: 'typed',
    image: null,
    consent: 'I sign',
    sha256: 'x',
    origin: '203.0.113.9',
  });
const accepted: Step = (minute) => ({
  kind: 'accepted',
  at: at(minute),
  revision: 1,
  attempt: 'a',
  by: 'client',
  how: 'page',
  choice: {},
  filled: {},
  total: 0 as Minor,
  bookingId: 'b',
  number: 'B-0001',
});
const factsOf = (steps: Step[]): QuoteFact[] => steps.map((step, index) => step(index));
const after = (steps: Step[], about: Offer | null = bare, now = 59): QuoteSituation =>
  quoteStanding(factsOf(steps), about, at(now));

describe('where a quote stands after each order', () => {
  const soon = sent(1, at(30));
  const cases: [why: string, steps: Step[], state: string, about?: Offer | null, now?: number][] = [
    ['nothing sent, an offer at hand', [], 'draft'],
    ['sent, and its offer gone', [sent()], 'draft', null],
    ['sent', [sent()], 'sent'],
    ['opened', [sent(), opened], 'opened'],
    ['opened, then sent anew', [sent(), opened, sent(2)], 'sent'],
    ['a second before its end', [soon], 'sent', bare, 29],
    ['at its end', [soon], 'expired', bare, 30],
    ['signed by the client before its end', [soon, signed('client')], 'signing', offer],
    ['signed by the business alone', [soon, signed('business')], 'expired', offer],
    ['signed by the business, in time', [sent(), signed('business')], 'sent', offer],
    ['signed, then changed', [sent(), signed('client'), sent(2)], 'sent', offer],
    ['declined', [sent(), declined], 'declined'],
    ['declined, then sent anew', [sent(), declined, sent(2)], 'sent'],
    ['declined, then withdrawn', [sent(), declined, withdrawn], 'withdrawn'],
    ['accepted, then withdrawn', [sent(), accepted, withdrawn], 'accepted'],
    ['withdrawn before it was sent', [withdrawn], 'withdrawn', null],
    ['accepted after its end', [soon, accepted], 'accepted'],
  ];
  for (const [why, steps, state, about = bare, now] of cases)
    it(`${why}: ${state}`, () => expect(after(steps, about, now).state).to.equal(state));

  it('before anything was sent nothing is chosen, and nobody signs', () =>
    expect(after([], null)).to.deep.equal({
      state: 'draft',
      revision: 0,
      sentAt: null,
      expiresAt: null,
      openedAt: null,
      choice: {},
      filled: {},
      signatures: [],
      toSign: [],
      accepted: null,
      declined: null,
      question: null,
      askedAgain: null,
    }));
  it('knows the offer that was sent last, and when it was first opened', () => {
    const current = after([sent(), opened, sent(2, at(50)), opened, opened]);
    expect(current).to.deep.include({ revision: 2, sentAt: at(2), expiresAt: at(50), openedAt: at(3) });
  });
  it('what was chosen last of this offer counts, and what is preset before that', () => {
    expect(after([sent()]).choice).to.deep.equal(presetChoice(bare));
    expect(after([sent(), chose(2), chose(3)])).to.deep.include({ choice: { chair: 3 }, filled: { policy: 'P' } });
    expect(after([sent(), chose(2), sent(2), opened])).to.deep.include({ choice: { chair: 1 }, filled: {} });
    expect(after([sent(), sent(2), chose(4, 2), chose(2, 1)]).choice).to.deep.equal({ chair: 4 });
  });
  it('signatures are of this offer alone, and say whose turn it is', () => {
    const turns: [steps: Step[], toSign: string[]][] = [
      [[sent()], ['client']],
      [[sent(), signed('client')], ['rui']],
      [[sent(), signed('client'), signed('rui')], ['business']],
      [[sent(), signed('client'), signed('rui'), signed('business')], []],
      [[sent(), signed('client'), sent(2)], ['client']],
    ];
    for (const [steps, toSign] of turns) expect(after(steps, offer).toSign).to.deep.equal(toSign);
    expect(after([sent(), signed('client'), sent(2), signed('client', 2)], offer).signatures).to.have.length(1);
    expect(after([sent()]).toSign).to.deep.equal([]);
  });
  it('a question is open until an answer follows it', () => {
    const open = (...steps: Step[]) => after([sent(), ...steps]).question?.at ?? null;
    expect(open()).to.equal(null);
    expect(open(answered)).to.equal(null);
    expect(open(asked)).to.equal(at(1));
    expect(open(asked, answered)).to.equal(null);
    expect(open(asked, answered, asked)).to.equal(at(3));
    expect(open(asked, asked, answered)).to.equal(null);
  });
  it('a wish after the end is of this offer', () => {
    expect(after([sent(), again]).askedAgain?.at).to.equal(at(1));
    expect(after([sent(), again, sent(2)]).askedAgain).to.equal(null);
    expect(after([sent(), declined, sent(2)]).declined).to.equal(null);
  });
  it('three of its states can still become a booking', () =>
    expect(quoteStates.filter((state) => isOpen({ state }))).to.deep.equal(['sent', 'opened', 'signing']));
});

describe('what a quote still has to send', () => {
  const errands = (steps: Step[], about: Offer | null = bare, now = 59): string[] => {
    const facts = factsOf(steps);
    return wantedQuoteJobs(quoteStanding(facts, about, at(now)), facts).map((errand) => {
      const what = errand.kind === 'quoteMessage' ? [errand.occasion, errand.who ?? ''] : [];
      return [errand.at.slice(11, 16), errand.key, ...what].join(' ').trim();
    });
  };
  const cases: [why: string, steps: Step[], errands: string[], about?: Offer, now?: number][] = [
    ['nothing before it is sent', [], []],
    ['the message', [sent()], ['10:00 quote:0 quote']],
    ['no message for a link that was copied', [(minute) => ({ ...sent()(minute), by: 'link' }) as QuoteFact], []],
    ['a message for each time', [sent(), sent(2)], ['10:00 quote:0 quote', '10:01 quote:1 quote']],
    [
      'a question goes to the owner, its answer back',
      [sent(), asked, answered],
      ['10:00 quote:0 quote', '10:01 told:1 ownerTold', '10:02 answer:2 answer'],
    ],
    [
      'a refusal and a wish are told',
      [sent(), declined, again],
      ['10:00 quote:0 quote', '10:01 told:1 ownerTold', '10:02 told:2 ownerTold'],
    ],
    ['so is an acceptance', [sent(), accepted], ['10:00 quote:0 quote', '10:01 told:1 ownerTold']],
    [
      'but not to the owner who made it',
      [sent(), (minute) => ({ ...accepted(minute), by: 'owner' }) as QuoteFact],
      ['10:00 quote:0 quote'],
    ],
    ['what only the client did is not told', [sent(), opened, chose(2)], ['10:00 quote:0 quote']],
    [
      'of those who sign, the one whose turn it is, from the last signature on',
      [sent(), signed('client')],
      ['10:00 quote:0 quote', '10:01 sign:1:rui signRequest rui'],
      offer,
    ],
    ['the business is not asked by letter', [sent(), signed('client'), signed('rui')], ['10:00 quote:0 quote'], offer],
    ['nor is the client', [sent(2), signed('business', 2)], ['10:00 quote:0 quote'], offer],
    [
      'an offer that is being signed does not end',
      [sent(1, at(40)), signed('client')],
      ['10:00 quote:0 quote', '10:01 sign:1:rui signRequest rui'],
      offer,
    ],
    ['one that ended wants no more', [sent(1, at(40))], ['10:00 quote:0 quote']],
    [
      'one that ends soon is not reminded of',
      [sent(1, at(40))],
      ['10:00 quote:0 quote', '10:40 expires:2027-03-01T10:40:00Z'],
      bare,
      30,
    ],
    [
      'just two days',
      [sent(1, '2027-03-03T10:00:00Z' as Instant)],
      ['10:00 quote:0 quote', '10:00 expires:2027-03-03T10:00:00Z', '10:00 remind:2027-03-03T10:00:00Z quoteReminder'],
    ],
    [
      'a second less',
      [sent(1, '2027-03-03T09:59:59Z' as Instant)],
      ['10:00 quote:0 quote', '09:59 expires:2027-03-03T09:59:59Z'],
    ],
  ];
  for (const [why, steps, expected, about, now] of cases)
    it(why, () => expect(errands(steps, about, now)).to.deep.equal(expected));
  it('each tells of its fact, and a reminder comes a day before the end', () => {
    const facts = factsOf([sent(1, '2027-03-09T00:00:00Z' as Instant), asked]);
    expect(wantedQuoteJobs(quoteStanding(facts, bare, at(59)), facts)).to.deep.equal([
      { key: 'quote:0', at: at(0), kind: 'quoteMessage', occasion: 'quote', fact: 0 },
      { key: 'told:1', at: at(1), kind: 'quoteMessage', occasion: 'ownerTold', fact: 1 },
      { key: 'expires:2027-03-09T00:00:00Z', at: '2027-03-09T00:00:00Z', kind: 'quoteTurn' },
      {
        key: 'remind:2027-03-09T00:00:00Z',
        at: '2027-03-08T00:00:00Z',
        kind: 'quoteMessage',
        occasion: 'quoteReminder',
      },
    ]);
  });
});
