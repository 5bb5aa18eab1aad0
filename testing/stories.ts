import type { Instant } from '#core/calendar/instant';
import type { Fact, FactOf } from '#core/bookings/facts';
import type { Agreed } from '#core/bookings/agreed';
import { minor } from '#core/money/minor';
import { dealOn, fact, priceOf, rentalAgreed, rentalTerms, wall } from './story';

export type Story = {
  readonly why: string;
  readonly facts: readonly Fact[];
  readonly when: string;
  readonly agreed?: Agreed;
};

const { agreed, paid, cardKept, declined, held, holdAsked, holdRefused, released, lapsedHold, changed } = fact;
const { bankKept, debitSent, debitPaid, debitBack } = fact;
const { byClient, kept, gaveBack, confirmed, revived, reserved, reserveTaken, reserveLetGo, asks, answers } = fact;
const secured = [agreed(), paid('03-01 11:00', 300_00, 'r1'), cardKept('03-01 11:00')];
const settledByDebit = [
  agreed(),
  debitSent('03-01 11:00', 300_00, 'd1', '03-05 11:00'),
  bankKept('03-01 11:00'),
  debitPaid('03-05 11:00', 300_00, 'd1'),
];
const settled = [...secured, paid('04-03 09:00', 700_00, 'r2')];
const covered = [...settled, held('h1', '04-09 18:00', '04-16 18:00')];
const on = (terms: Partial<typeof rentalTerms>, about: Partial<Agreed> = {}): Agreed => ({
  ...rentalAgreed,
  ...about,
  terms: { ...rentalTerms, ...terms },
});
const moved = dealOn(rentalAgreed, { start: wall('04-30 18:00'), end: wall('05-08 18:00') });
const dearer = dealOn(rentalAgreed, { price: priceOf(1200_00) });
const swapped = on({ hold: { ...rentalTerms.hold!, style: 'swap' } });
const instead = on({ chargeInstead: { above: 1 } });
const asked = on({
  instalments: [
    rentalTerms.instalments[0]!,
    { name: 'balance', collect: 'ask', amount: { share: 1 }, due: { on: 'start', minus: { days: 7 } } },
    { name: 'first light', collect: 'ask', amount: { fixed: minor(100_00) }, due: { open: true } },
    { name: 'at the door', collect: 'desk', amount: { fixed: minor(50_00) }, due: { on: 'start' } },
  ],
});

/** Bookings told from their facts, each with the moment at which it is looked at. */
export const stories: readonly Story[] = [
  { why: 'nothing paid yet', facts: [agreed()], when: '03-01 10:05' },
  { why: 'the first payment is late', facts: [agreed()], when: '03-04 00:00' },
  { why: 'in part', facts: [agreed(), paid('03-01 11:00', 100_00, 'r1')], when: '03-02 10:00' },
  {
    why: 'declined while the client was there',
    facts: [agreed(), declined('03-01 10:10', 'hard', 'c1', true)],
    when: '03-01 10:20',
  },
  { why: 'secured', facts: secured, when: '03-02 10:00' },
  { why: 'the balance is due and no card is on file', facts: secured.slice(0, 2), when: '04-03 09:00' },
  { why: 'a soft decline is tried again', facts: [...secured, declined('04-03 09:00')], when: '04-03 09:05' },
  {
    why: 'the last of three tries',
    facts: [...secured, declined('04-03 09:00'), declined('04-04 09:00'), declined('04-06 09:00')],
    when: '04-06 10:00',
  },
  { why: 'a hard decline never', facts: [...secured, declined('04-03 09:00', 'hard')], when: '04-03 09:05' },
  {
    why: 'another card after a hard decline is charged at once',
    facts: [...secured, declined('04-03 09:00', 'hard'), cardKept('04-03 12:00', 'c2', '1111')],
    when: '04-03 12:01',
  },
  { why: 'all paid, the hold still to come', facts: settled, when: '04-05 10:00' },
  {
    why: 'the bank asks the client about the hold',
    facts: [...settled, holdAsked('04-09 18:00')],
    when: '04-09 18:05',
  },
  { why: 'held', facts: covered, when: '04-10 19:00' },
  {
    why: 'renewed, the older one still to be let go',
    facts: [...covered, held('h2', '04-16 06:00', '04-23 06:00', 400_00, 'h1')],
    when: '04-16 06:01',
  },
  {
    why: 'a renewal refused softly',
    facts: [...covered, holdRefused('04-16 06:00', 'soft', 'c1', 'h1')],
    when: '04-16 06:01',
  },
  {
    why: 'a renewal refused for good',
    facts: [...covered, holdRefused('04-16 06:00', 'hard', 'c1', 'h1')],
    when: '04-16 06:01',
  },
  {
    why: 'and another card given',
    facts: [...covered, holdRefused('04-16 06:00', 'hard', 'c1', 'h1'), cardKept('04-16 08:00', 'c2', '1111')],
    when: '04-16 08:01',
  },
  {
    why: 'and the gap accepted',
    facts: [
      ...covered,
      holdRefused('04-16 06:00', 'hard', 'c1', 'h1'),
      { kind: 'gapAccepted', at: '2027-04-16T08:00:00Z' as Instant, authorisation: 'h1' },
    ],
    when: '04-16 08:01',
  },
  { why: 'the hold lapsed', facts: [...covered, lapsedHold('h1', '04-16 18:00')], when: '04-16 18:01' },
  { why: 'the first hold refused for good', facts: [...settled, holdRefused('04-09 18:00')], when: '04-09 18:05' },
  {
    why: 'the first hold refused softly three times',
    facts: [
      ...settled,
      holdRefused('04-09 18:00', 'soft'),
      holdRefused('04-09 21:00', 'soft'),
      holdRefused('04-10 00:00', 'soft'),
    ],
    when: '04-10 00:05',
  },
  { why: 'the service is over', facts: covered, when: '04-18 18:00' },
  {
    why: 'undecided at the end of cover',
    facts: [
      ...covered,
      held('h2', '04-16 06:00', '04-23 06:00', 400_00, 'h1'),
      released('h1', '04-16 06:00'),
      released('h2', '04-20 18:00'),
    ],
    when: '04-20 18:05',
  },
  {
    why: 'closed with a claim that the hold could not pay',
    facts: [
      ...covered,
      {
        kind: 'delivered',
        at: '2027-04-19T10:00:00Z' as Instant,
        total: minor(1000_00),
        tax: minor(186_99),
        received: minor(1000_00),
      },
      {
        kind: 'holdCaptured',
        at: '2027-04-19T10:00:00Z' as Instant,
        authorisation: 'h1',
        held: minor(400_00),
        captured: minor(400_00),
        balance: minor(0),
      },
      { kind: 'claimOwed', at: '2027-04-19T10:00:00Z' as Instant, amount: minor(120_00) },
      {
        kind: 'closedOut',
        at: '2027-04-19T10:00:00Z' as Instant,
        claims: [{ id: 'a', reason: 'mirror', amount: minor(520_00) }],
        captured: minor(400_00),
        released: minor(0),
        shortfall: minor(120_00),
        outstanding: minor(0),
      },
    ],
    when: '04-25 10:00',
  },
  {
    why: 'cancelled with a part kept, given back and a hold to be let go',
    facts: [
      ...covered,
      {
        kind: 'cancelled',
        at: '2027-04-10T10:00:00Z' as Instant,
        by: 'client',
        rule: 'tier',
        keep: minor(300_00),
        refund: minor(700_00),
        owed: minor(0),
      },
      {
        kind: 'refunded',
        at: '2027-04-10T10:00:00Z' as Instant,
        refundId: 'x',
        receiptId: 'r2',
        amount: minor(700_00),
        method: 'card',
      },
    ],
    when: '04-10 10:05',
  },
  {
    why: 'cancelled with more owed than in hand, a part of it given up',
    facts: [
      ...secured,
      {
        kind: 'cancelled',
        at: '2027-04-01T10:00:00Z' as Instant,
        by: 'no_show',
        rule: 'no_show',
        keep: minor(1000_00),
        refund: minor(0),
        owed: minor(700_00),
      },
      { kind: 'givenUp', at: '2027-04-02T10:00:00Z' as Instant, amount: minor(200_00) },
    ],
    when: '04-10 10:05',
  },
  {
    why: 'a refund that the processor refused',
    facts: [
      ...settled,
      {
        kind: 'cancelled',
        at: '2027-04-05T10:00:00Z' as Instant,
        by: 'business',
        rule: 'business',
        keep: minor(0),
        refund: minor(1000_00),
        owed: minor(0),
      },
      {
        kind: 'refundRefused',
        at: '2027-04-05T10:00:00Z' as Instant,
        receiptId: 'r2',
        amount: minor(700_00),
        code: '25',
      },
      {
        kind: 'refunded',
        at: '2027-04-05T10:00:00Z' as Instant,
        refundId: 'x',
        receiptId: 'r1',
        amount: minor(300_00),
        method: 'card',
      },
    ],
    when: '04-05 10:05',
  },
  {
    why: 'lapsed',
    facts: [agreed(), { kind: 'lapsed', at: '2027-03-04T10:00:00Z' as Instant, reason: 'not_paid' }],
    when: '03-04 10:05',
  },
  {
    why: 'the service moved away while it was held',
    facts: [...covered, changed('04-10 12:00', dealOn(rentalAgreed), moved)],
    when: '04-10 12:00',
    agreed: { ...rentalAgreed, start: moved.start, end: moved.end },
  },
  {
    why: 'and let go, to be placed again',
    facts: [...covered, changed('04-10 12:00', dealOn(rentalAgreed), moved), released('h1', '04-10 12:00')],
    when: '04-10 12:01',
    agreed: { ...rentalAgreed, start: moved.start, end: moved.end },
  },
  {
    why: 'dearer after everything was paid',
    facts: [...settled, changed('04-05 12:00', dealOn(rentalAgreed), dearer)],
    when: '04-05 12:00',
    agreed: { ...rentalAgreed, total: minor(1200_00) },
  },
  {
    why: 'changed without telling',
    facts: [...secured, changed('03-05 12:00', dealOn(rentalAgreed), dearer, false)],
    when: '03-05 12:00',
    agreed: { ...rentalAgreed, total: minor(1200_00) },
  },
  {
    why: 'the hold of another sum',
    facts: covered,
    when: '04-10 19:00',
    agreed: on({ hold: { ...rentalTerms.hold!, amount: { fixed: minor(650_00) } } }),
  },
  { why: 'the hold taken out', facts: covered, when: '04-10 19:00', agreed: on({ hold: undefined }) },
  { why: 'a swap is let go first', facts: covered, when: '04-15 10:00', agreed: swapped },
  {
    why: 'a swap in between',
    facts: [...covered, released('h1', '04-16 06:00')],
    when: '04-16 06:00',
    agreed: swapped,
  },
  {
    why: 'a swap refused',
    facts: [...covered, released('h1', '04-16 06:00'), holdRefused('04-16 06:00')],
    when: '04-16 06:01',
    agreed: swapped,
  },
  { why: 'a refundable deposit instead', facts: settled, when: '04-09 18:00', agreed: instead },
  {
    why: 'a refundable deposit in hand when the service is over',
    facts: [...settled, paid('04-09 18:00', 400_00, 'r3')],
    when: '04-18 18:00',
    agreed: instead,
  },
  {
    why: 'a refundable deposit settled',
    facts: [
      ...settled,
      paid('04-09 18:00', 400_00, 'r3'),
      {
        kind: 'delivered',
        at: '2027-04-19T10:00:00Z' as Instant,
        total: minor(1000_00),
        tax: minor(186_99),
        received: minor(1000_00),
      },
      {
        kind: 'securitySettled',
        at: '2027-04-19T10:00:00Z' as Instant,
        claimed: minor(90_00),
        balance: minor(0),
        back: minor(310_00),
      },
      {
        kind: 'closedOut',
        at: '2027-04-19T10:00:00Z' as Instant,
        claims: [],
        captured: minor(90_00),
        released: minor(310_00),
        shortfall: minor(0),
        outstanding: minor(0),
      },
      {
        kind: 'refunded',
        at: '2027-04-19T10:00:00Z' as Instant,
        refundId: 'x',
        receiptId: 'r3',
        amount: minor(310_00),
        method: 'card',
      },
    ],
    when: '04-19 10:05',
    agreed: instead,
  },
  {
    why: 'a card on file is wanted',
    facts: [agreed(), paid('03-01 11:00', 300_00, 'r1', 'transfer')],
    when: '03-01 12:00',
    agreed: on({ cardOnFile: true, hold: undefined }),
  },
  {
    why: 'the first payment is left to the client',
    facts: [agreed()],
    when: '03-01 12:00',
    agreed: on({ firstPayment: { required: false, preset: 'due' } }),
  },
  { why: 'asked, open and at the door', facts: secured, when: '04-03 09:00', agreed: asked },
  { why: 'asked, late and at the door', facts: secured, when: '04-10 18:00', agreed: asked },
  {
    why: 'more received than the price',
    facts: [...settled, paid('04-05 10:00', 50_00, 'r3', 'cash')],
    when: '04-05 10:05',
  },
  {
    why: 'the deposit is on its way from a bank account',
    facts: [agreed(), debitSent('03-01 11:00', 300_00, 'd1', '03-05 11:00'), bankKept('03-01 11:00')],
    when: '03-02 10:00',
  },
  {
    why: 'on its way past the day on which it would be late or lapse',
    facts: [agreed(), debitSent('03-01 11:00', 300_00, 'd1', '03-05 11:00'), bankKept('03-01 11:00')],
    when: '03-04 12:00',
  },
  {
    why: 'it came back before it settled',
    facts: [
      agreed(),
      debitSent('03-01 11:00', 300_00, 'd1', '03-05 11:00'),
      bankKept('03-01 11:00'),
      debitBack('03-04 11:00', 300_00, 'd1', false),
    ],
    when: '03-04 11:01',
  },
  { why: 'it settled, and the balance is charged to the same account', facts: settledByDebit, when: '03-06 10:00' },
  {
    why: 'the balance is on its way: not late, and not charged again',
    facts: [...settledByDebit, debitSent('04-03 09:00', 700_00, 'd2', '04-07 09:00', false)],
    when: '04-06 10:00',
  },
  {
    why: 'the balance came back: the account is not tried again, and the owner is asked',
    facts: [
      ...settledByDebit,
      debitSent('04-03 09:00', 700_00, 'd2', '04-07 09:00', false),
      debitBack('04-06 09:00', 700_00, 'd2', false, false),
    ],
    when: '04-06 10:00',
  },
  {
    why: 'its holder had the deposit sent back after it had settled',
    facts: [...settledByDebit, debitBack('03-25 11:00', 300_00, 'd1', true)],
    when: '03-25 12:00',
  },
  {
    why: 'a card for the hold beside the bank account for payments',
    facts: [...settledByDebit, { ...(cardKept('03-07 10:00') as FactOf<'cardKept'>), use: 'hold' }],
    when: '03-08 10:00',
  },
  {
    why: 'a client on the page keeps a place for minutes: no letter asks for money',
    facts: [byClient(), kept('03-01 10:00', '03-01 10:15')],
    when: '03-01 10:05',
  },
  {
    why: 'kept for an hour is still on the page',
    facts: [byClient(), kept('03-01 10:00', '03-01 11:00')],
    when: '03-01 10:05',
  },
  {
    why: 'kept for longer is asked for by letter',
    facts: [byClient(), kept('03-01 10:00', '03-01 11:01')],
    when: '03-01 10:05',
  },
  {
    why: 'paid on the page, nothing is kept for a while any more',
    facts: [byClient(), kept('03-01 10:00', '03-01 10:15'), paid('03-01 10:10', 300_00, 'r1'), cardKept('03-01 10:10')],
    when: '03-01 10:11',
  },
  {
    why: 'a part by voucher does not reach: the place is given back with it',
    facts: [byClient(), kept('03-01 10:00', '03-01 10:15'), paid('03-01 10:10', 50_00, 'r1', 'cash')],
    when: '03-01 10:11',
  },
  {
    why: 'the client left the page before paying',
    facts: [byClient(), kept('03-01 10:00', '03-01 10:15'), gaveBack('03-01 10:15')],
    when: '03-01 10:16',
  },
  {
    why: 'nobody paid what was kept for a day',
    facts: [byClient(), kept('03-01 10:00', '03-02 10:00'), gaveBack('03-02 10:00')],
    when: '03-02 10:01',
  },
  {
    why: 'money came after the place was given back',
    facts: [
      ...[byClient(), kept('03-01 10:00', '03-01 10:15'), gaveBack('03-01 10:15')],
      paid('03-01 10:20', 300_00, 'r1'),
    ],
    when: '03-01 10:21',
  },
  {
    why: 'it came late, and the place was still free',
    facts: [
      ...[byClient(), kept('03-01 10:00', '03-01 10:15'), gaveBack('03-01 10:15'), revived('03-01 10:20')],
      ...[paid('03-01 10:20', 300_00, 'r1'), cardKept('03-01 10:20')],
    ],
    when: '03-01 10:21',
  },
  {
    why: 'the client is to confirm by message',
    facts: [byClient(), kept('03-01 10:00', '03-01 11:00', 'client')],
    when: '03-01 10:05',
  },
  {
    why: 'the owner is to answer',
    facts: [byClient(), kept('03-01 10:00', '03-03 10:00', 'owner')],
    when: '03-01 10:05',
  },
  {
    why: 'the owner is to answer, and what is due at once is reserved',
    facts: [byClient(), kept('03-01 10:00', '03-03 10:00', 'owner'), reserved('03-01 10:02', 300_00)],
    when: '03-01 10:05',
  },
  {
    why: 'the owner said yes, and what was reserved is taken',
    facts: [
      ...[byClient(), kept('03-01 10:00', '03-03 10:00', 'owner'), reserved('03-01 10:02', 300_00)],
      ...[confirmed('03-02 10:00', '03-02 10:00'), reserveTaken('03-02 10:00', 300_00)],
    ],
    when: '03-02 10:01',
  },
  {
    why: 'the owner said no: what was reserved is let go, and the client is told',
    facts: [
      ...[byClient(), kept('03-01 10:00', '03-03 10:00', 'owner'), reserved('03-01 10:02', 300_00)],
      gaveBack('03-02 10:00', 'declined'),
    ],
    when: '03-02 10:01',
  },
  {
    why: 'let go after the no',
    facts: [
      ...[byClient(), kept('03-01 10:00', '03-03 10:00', 'owner'), reserved('03-01 10:02', 300_00)],
      ...[gaveBack('03-02 10:00', 'declined'), reserveLetGo('03-02 10:00', 300_00)],
    ],
    when: '03-02 10:01',
  },
  {
    why: 'nobody answered in time',
    facts: [byClient(), kept('03-01 10:00', '03-03 10:00', 'owner'), gaveBack('03-03 10:00', 'not_answered')],
    when: '03-03 10:01',
  },
  {
    why: 'the client said yes by message, and pays by the link',
    facts: [
      ...[byClient(), kept('03-01 10:00', '03-01 11:00', 'client')],
      confirmed('03-01 10:30', '03-01 10:30', 'client'),
    ],
    when: '03-01 10:31',
  },
  { why: 'the client asks to cancel', facts: [...settled, asks('04-04 10:00', 'cancel')], when: '04-04 10:05' },
  {
    why: 'the answer was no: the client is told',
    facts: [...settled, asks('04-04 10:00', 'move'), answers('04-04 12:00', false)],
    when: '04-04 12:05',
  },
  {
    why: 'the answer was yes: the change tells it',
    facts: [...settled, asks('04-04 10:00', 'move'), answers('04-04 12:00', true)],
    when: '04-04 12:05',
  },
  {
    why: 'booked by a client, with nothing due at once',
    facts: [byClient()],
    when: '03-01 10:05',
    agreed: on({ instalments: rentalTerms.instalments.slice(1) }),
  },
  {
    why: 'accepted as a quote: the client is on the page where it is paid',
    facts: [byClient('03-01 10:00', { quote: 'q1' })],
    when: '03-01 10:05',
  },
  {
    why: 'agreed by telephone from a quote',
    facts: [{ ...(agreed() as FactOf<'agreed'>), quote: 'q1' } as Fact],
    when: '03-01 10:05',
  },
  {
    why: 'a quote with nothing due at once is confirmed as it is accepted',
    facts: [byClient('03-01 10:00', { quote: 'q1' })],
    when: '03-01 10:05',
    agreed: on({ instalments: rentalTerms.instalments.slice(1) }),
  },
];
