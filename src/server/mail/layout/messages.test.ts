import type { Occasion } from '#core/jobs/wantedJobs';
import type { Fact } from '#core/bookings/facts';
import { bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import { type Letter, textLetter } from '#server/mail/layout/letter';
import { htmlLetter } from './LetterLayout';
import { messageWording } from '#server/mail/layout/messageWording';
import { starterTerms } from '#server/seed/starterTerms';
import { expect } from 'chai';

const at = (text: string): Instant => `${text}Z` as Instant;
const rental = starterTerms.find((terms) => terms.id === 'rental')!.rules;
const agreed = {
  currency: 'EUR',
  timeZone: 'UTC',
  agreed: '2027-03-01T10:00' as WallTime,
  start: '2027-04-10T18:00' as WallTime,
  end: '2027-04-18T18:00' as WallTime,
  total: minor(1000_00),
  terms: rental,
};
const card = { cardId: 'c', last4: '7315' };
const base: Fact[] = [
  { kind: 'agreed', at: at('2027-03-01T10:00:00'), by: 'owner' },
  { kind: 'received', at: at('2027-03-01T11:00:00'), receiptId: 'r', amount: minor(300_00), method: 'card', ...card },
  { kind: 'cardKept', at: at('2027-03-01T11:00:00'), ...card, consent: '' },
];
const declined = (decline: 'soft' | 'hard'): Fact => ({
  kind: 'chargeDeclined',
  at: at('2027-04-03T09:00:00'),
  amount: minor(700_00),
  code: '51',
  decline,
  clientPresent: false,
  ...card,
});
const closed: Fact = {
  kind: 'closedOut',
  at: at('2027-04-19T10:00:00'),
  claims: [{ id: 'x', reason: 'Dew heater', amount: minor(120_00) }],
  captured: minor(120_00),
  released: minor(280_00),
  shortfall: minor(0),
  outstanding: minor(0),
};

const cases: [occasion: Occasion, facts: Fact[], when: string, part: number | null, subject: string, said: string][] = [
  [
    'request',
    base.slice(0, 1),
    '2027-03-01T10:00:00',
    null,
    'Rig: €\u00a0300.00 secures your booking',
    'Vesper Hollow has kept a place for you.',
  ],
  ['confirmation', base, '2027-03-01T11:00:00', null, 'Rig: you are booked', '€\u00a0300.00 has come in'],
  [
    'receipt',
    base,
    '2027-03-01T11:00:00',
    null,
    'Rig: payment received',
    '€\u00a0300.00 of €\u00a01,000.00 has come in so far.',
  ],
  ['remind', base, '2027-03-31T09:00:00', 1, 'Rig: €\u00a0700.00 on Sat 3 Apr', 'You need not do anything.'],
  ['remind', base.slice(0, 2), '2027-03-31T09:00:00', 1, 'Rig: €\u00a0700.00 on Sat 3 Apr', 'is due on Sat 3 Apr'],
  [
    'ask',
    base,
    '2027-04-03T09:00:00',
    1,
    'Rig: €\u00a0700.00 is due today',
    'The balance of €\u00a0700.00 is due today.',
  ],
  ['declined', [...base, declined('soft')], '2027-04-03T09:00:00', 1, 'Rig: your card was refused', 'We try again.'],
  [
    'declined',
    [...base, declined('hard')],
    '2027-04-03T09:00:00',
    1,
    'Rig: your card was refused',
    'This card is not tried again.',
  ],
  ['overdue', base, '2027-04-04T09:00:00', 1, 'Rig: €\u00a0700.00 is still open', 'was due on Sat 3 Apr'],
  ['confirmHold', base, '2027-04-09T18:00:00', null, 'Rig: please confirm with your bank', 'Nothing is charged.'],
  [
    'holdRefused',
    base,
    '2027-04-09T18:00:00',
    null,
    'Rig: we need a card for the hold',
    '€\u00a0400.00 is set aside on a card',
  ],
  [
    'closedOut',
    [...base, closed],
    '2027-04-19T10:00:00',
    null,
    'Rig: what was held has been settled',
    'Dew heater: €\u00a0120.00.',
  ],
  ['lapsed', base.slice(0, 1), '2027-03-10T10:00:00', null, 'Rig: the place was given back', 'the place is free again'],
];

describe('messages', () => {
  for (const [occasion, facts, when, part, subject, said] of cases) {
    it(`${occasion}: ${said}`, () => {
      const current = bookingState(agreed, facts, at(when));
      const wording = messageWording(occasion, {
        bookingState: current,
        title: 'Rig',
        number: 'B-1',
        clientName: 'Maud',
        businessName: 'Vesper Hollow',
        part: part === null ? null : current.parts[part]!,
        changes: [],
      });
      expect(wording.subject).to.equal(subject);
      expect(wording.paragraphs.join(' ')).to.include(said);
      expect(wording.action).to.be.a('string').with.length.greaterThan(3);
    });
  }

  const letter: Letter = {
    subject: 'Rig',
    business: {
      name: "O'Neil",
      line: '',
      email: 'a@example.com',
      address: 'Serra 4\nLousã',
      logo: null,
      colour: '#0d4a56',
    },
    greeting: 'Dear <b>Maud</b> & "friends",',
    paragraphs: ['<script>alert(1)</script>', 'It is near.'],
    facts: {
      what: 'Imaging rig',
      when: 'Fri 18 Jun, 18:00 to Sun 27 Jun, 18:00',
      paid: '€ 264.00 of € 880.00',
      rows: [
        { mark: 'received', when: '14 May', what: 'You paid the deposit', amount: '€ 264.00' },
        { mark: 'due', when: '11 Jun', what: 'You pay the balance', amount: '€ 616.00' },
      ],
      cancellation: ['Until the end of Fri 11 Jun: we keep 30 %.'],
    },
    button: { label: 'Pay', link: 'https://x.example.com/b/"onclick="' },
    transfer: { text: 'O’Neil, IBAN PT22\nReference RF18 B000 1', code: 'cid:transfer@ostendo' },
    reply: 'Answer this letter to write to O’Neil.',
    reference: 'B-0001',
  };
  const unescaped = (html: string): string =>
    html
      .replace(/<style>[\s\S]*?<\/style>/g, '')
      .replace(/<[^>]+>/g, ' ')
      .replace(/&lt;/g, '<')
      .replace(/&gt;/g, '>')
      .replace(/&quot;/g, '"')
      .replace(/&#x27;|&#39;/g, "'")
      .replace(/&amp;/g, '&')
      .replace(/\s+/g, ' ');

  it('carry no markup of anybody', () => {
    const html = htmlLetter(letter);
    expect(html).to.not.include('<script>').and.to.not.include('<b>Maud');
    expect(html).to.include('&lt;script&gt;').and.to.include('&quot;onclick=&quot;');
    expect(textLetter(letter)).to.include('Pay: https://x.example.com/b/');
  });
  it('say the same as plain text', () => {
    const [html, plain] = [unescaped(htmlLetter(letter)), textLetter(letter).replace(/\s+/g, ' ')];
    const { facts, business, paragraphs, greeting } = letter;
    const pieces = [
      greeting,
      ...paragraphs,
      facts!.what,
      facts!.when,
      facts!.paid,
      ...facts!.rows.flatMap(({ when, what, amount }) => [when, what, amount]),
      ...facts!.cancellation,
      letter.reply!,
      letter.reference,
      'Lousã',
      business.name,
      'received',
      'to come',
    ];
    for (const piece of pieces) {
      expect(plain, 'the plain text').to.include(piece);
      expect(html, 'the letter').to.include(piece);
    }
  });
  it('are drawn for dark mailboxes too, and stay small', () => {
    const html = htmlLetter({ ...letter, business: { ...letter.business, logo: 'cid:logo@ostendo' } });
    expect(html).to.include('prefers-color-scheme: dark').and.to.include('src="cid:logo@ostendo"');
    expect(html)
      .to.match(/^<!DOCTYPE html [^>]*><html /)
      .and.to.not.match(/<link|<!-- -->/);
    expect(html.length).to.be.lessThan(20_000);
  });
});
