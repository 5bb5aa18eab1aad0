import { emptyAftermath } from '#core/bookings/aftermath';
import { chargeTries, type Decision, decisionsOf } from '#core/bookings/decisions';
import { isSecured, stageOf } from '#core/bookings/stage';
import type { Part } from '#core/bookings/part';
import type { BookingState } from '#core/bookings/bookingState';
import { type Strip, stripOf } from '#core/bookings/strip';
import type { Instant } from '#core/calendar/instant';
import { expect } from 'chai';

/** What a booking asks of its owner, by what is in it: each row a standing with one thing in it, and that thing at its ends. */
const at = (hour: number): Instant =>
  new Date(Date.UTC(2027, 3, 10, hour)).toISOString().replace('.000', '') as Instant;
type Loose = Record<string, unknown>;
const ledgerWith = (over: Loose = {}): BookingState['ledger'] =>
  ({
    kept: null,
    asked: null,
    lapsed: null,
    closedOut: null,
    cancelled: null,
    delivered: null,
    paymentHeld: null,
    card: null,
    chargeDeclines: [],
    refundsRefused: [],
    gapAccepted: false,
    holdAsked: null,
    receipts: [],
    authorisations: [],
    after: emptyAftermath,
    ...over,
  }) as unknown as BookingState['ledger'];
/** From 10 to 20 o'clock; looked at from noon on the day before unless said otherwise. */
const standingWith = ({ ledger, ...over }: Loose & { ledger?: Loose } = {}): BookingState =>
  ({
    stage: 'secured',
    hold: null,
    parts: [],
    asOf: at(-12),
    startAt: at(10),
    endAt: at(20),
    securityInHand: 0,
    agreed: { total: 900_00, terms: { retryAfterHours: [24, 48] } },
    position: { outstanding: 70_00, credit: 0 },
    ...over,
    ledger: ledgerWith(ledger),
  }) as unknown as BookingState;
const part = (over: Loose = {}): Part =>
  ({
    name: 'balance',
    origin: 'plan',
    collect: 'ask',
    now: false,
    state: 'late',
    paid: 0,
    left: 50_00,
    coming: 0,
    dueAt: at(-20),
    ...over,
  }) as unknown as Part;
const declined = (over: Loose = {}): Loose => ({
  at: at(-18),
  cardId: 'c1',
  clientPresent: false,
  decline: 'soft',
  code: 'declined_no_funds',
  ...over,
});
const hold = (over: Loose = {}): Loose => ({
  gap: null,
  inForce: null,
  amount: 400_00,
  decideBy: at(30),
  refusal: null,
  state: 'asked',
  from: at(0),
  ...over,
});
const gap = { from: at(3), until: at(20) };

const late = { kind: 'late', by: at(10), amount: 50_00, name: 'balance' };
const refused = { kind: 'cardRefused', by: at(10), amount: 50_00, code: 'declined_no_funds', tries: 1, nextTry: at(6) };
const charged = part({ collect: 'charge' });
const card = { card: { cardId: 'c1' } };
const once = { ...card, chargeDeclines: [declined()] };
const toCloseOut = { stage: 'toCloseOut', asOf: at(21) };
const closing = { kind: 'closeOut', by: at(68), amount: 70_00, held: false };
const covers = { kind: 'coverGap', by: at(3), amount: 400_00, ...gap, code: null };

const cases: [why: string, of: Parameters<typeof standingWith>[0], asks: unknown[]][] = [
  ['nothing', {}, []],
  [
    'a request, with what is reserved for it',
    { stage: 'enquiry', ledger: { kept: { until: at(5) }, paymentHeld: {} } },
    [{ kind: 'request', by: at(5), amount: 900_00, reserved: true }],
  ],
  [
    'a request without a card',
    { stage: 'enquiry', ledger: { kept: { until: at(5) } } },
    [{ kind: 'request', by: at(5), amount: 900_00, reserved: false }],
  ],
  ['an enquiry that nothing is kept for', { stage: 'enquiry' }, []],
  [
    'a checkout that is kept is waited for',
    { stage: 'waiting', parts: [part({ now: true })], ledger: { kept: { until: at(5) } } },
    [],
  ],
  [
    'a client who asks to cancel, for a day',
    { ledger: { asked: { at: at(-14), what: 'cancel' } } },
    [{ kind: 'clientAsks', by: at(10), amount: 900_00, what: 'cancel' }],
  ],
  ['not when it has lapsed', { stage: 'lapsed', ledger: { asked: { at: at(-14), what: 'move' }, lapsed: {} } }, []],
  ['nor when it is closed', { stage: 'closed', ledger: { asked: { at: at(-14), what: 'move' }, closedOut: {} } }, []],

  ['a late part, by the start of the service', { parts: [part()] }, [late]],
  ['a part that is due, not late', { parts: [part({ state: 'due' })] }, []],
  ['a part that is paid', { parts: [part({ state: 'paid' })] }, []],
  ['of one on its way, what is on its way', { parts: [part({ coming: 50_00 })] }, []],
  ['of one partly on its way, all that is left', { parts: [part({ coming: 49_99 })] }, [late]],
  [
    'two late parts as one, by the name of the first',
    { parts: [part(), part({ name: 'more', left: 1_00 })] },
    [{ ...late, amount: 51_00 }],
  ],
  [
    'in the service it is late since its day',
    { stage: 'inService', asOf: at(12), parts: [part()] },
    [{ ...late, by: at(-20) }],
  ],
  ['from its start on', { stage: 'inService', asOf: at(10), parts: [part()] }, [{ ...late, by: at(-20) }]],
  [
    'one that was due after the start is late since then',
    { parts: [part({ dueAt: at(11) })] },
    [{ ...late, by: at(11) }],
  ],
  ['just at the start', { parts: [part({ dueAt: at(10) })] }, [{ ...late, by: at(10) }]],

  ['a card that was refused', { parts: [charged], ledger: once }, [refused]],
  ['while it is due, too', { parts: [{ ...charged, state: 'due' }], ledger: once }, [refused]],
  [
    'in the service, since the refusal',
    { stage: 'inService', asOf: at(12), parts: [charged], ledger: once },
    [{ ...refused, by: at(-18) }],
  ],
  ['a charge that was never tried is only late', { parts: [charged], ledger: card }, [late]],
  ['one that the client is asked for is late, whatever the card did', { parts: [part()], ledger: once }, [late]],
  [
    'what is due at the agreement is the client’s to pay',
    { parts: [part({ collect: 'charge', now: true })], ledger: once },
    [late],
  ],
  [
    'two such parts, with what else is late',
    { parts: [charged, { ...charged, left: 2_00 }, part({ name: 'extra', left: 3_00 })], ledger: once },
    [
      { ...refused, amount: 52_00 },
      { ...late, amount: 3_00, name: 'extra' },
    ],
  ],

  ['waiting, nothing late', { stage: 'waiting', parts: [part({ state: 'due', now: true })] }, []],
  [
    'waiting, and late',
    { stage: 'waiting', parts: [part({ now: true }), part({ left: 7_00 })] },
    [{ kind: 'notSecured', by: at(10), amount: 50_00 }],
  ],
  [
    'waiting at its start',
    { stage: 'waiting', asOf: at(10), parts: [part({ state: 'due', now: true })] },
    [{ kind: 'notSecured', by: at(10), amount: 50_00 }],
  ],
  ['waiting an hour before', { stage: 'waiting', asOf: at(9), parts: [part({ state: 'due', now: true })] }, []],

  ['a hold with a gap', { hold: hold({ gap }) }, [covers]],
  [
    'with the reason of its refusal',
    { hold: hold({ gap, refusal: { code: 'declined_by_bank' } }) },
    [{ ...covers, code: 'declined_by_bank' }],
  ],
  ['in the service', { stage: 'inService', asOf: at(12), hold: hold({ gap }) }, [covers]],
  ['after it', { ...toCloseOut, hold: hold({ gap }) }, [covers, closing]],
  ['without a gap', { hold: hold() }, []],
  ['accepted by the owner', { hold: hold({ gap }), ledger: { gapAccepted: true } }, []],
  ['asked of the client', { hold: hold({ gap }), ledger: { holdAsked: at(-20) } }, []],
  ...(['enquiry', 'waiting', 'closed', 'cancelled', 'lapsed'] as const).map(
    (stage) => [`not while it is ${stage}`, { stage, hold: hold({ gap }) }, []] as [string, Loose, unknown[]],
  ),

  ['a close-out without a hold, within two days', toCloseOut, [closing]],
  [
    'with a hold in force, by its own deadline',
    { ...toCloseOut, hold: hold({ inForce: { amount: 390_00 } }) },
    [{ kind: 'closeOut', by: at(30), amount: 390_00, held: true }],
  ],
  ['with a hold that has run out', { ...toCloseOut, hold: hold() }, [closing]],
  [
    'with a refundable deposit in hand',
    { ...toCloseOut, securityInHand: 200_00 },
    [{ ...closing, amount: 200_00, held: true }],
  ],
  [
    'a refund that was refused',
    {
      stage: 'cancelled',
      ledger: { refundsRefused: [{ at: at(-15), amount: 5_00, code: 'card_closed', refundId: 'f' }] },
    },
    [{ kind: 'refundRefused', by: at(-15), amount: 5_00, code: 'card_closed' }],
  ],
  [
    'the most urgent first, equal ones as they were found',
    {
      stage: 'inService',
      asOf: at(12),
      hold: hold({ gap }),
      parts: [part({ dueAt: at(3) })],
      ledger: {
        asked: { at: at(-22), what: 'move' },
        refundsRefused: [
          { at: at(1), amount: 5_00, code: 'card_closed' },
          { at: at(9), amount: 6_00, code: 'card_closed' },
        ],
      },
    },
    [
      { kind: 'refundRefused', by: at(1), amount: 5_00, code: 'card_closed' },
      { kind: 'clientAsks', by: at(2), amount: 900_00, what: 'move' },
      { ...late, by: at(3) },
      covers,
      { kind: 'refundRefused', by: at(9), amount: 6_00, code: 'card_closed' },
    ],
  ],
];

describe('what a booking asks of its owner', () => {
  for (const [why, of, asks] of cases)
    it(why, () => expect(decisionsOf(standingWith(of))).to.deep.equal(asks as Decision[]));
});

describe('when a card is charged again', () => {
  const tries = (declines: Loose[], ledger: Loose = card, since = at(-20)) => {
    const { tries, nextTry, last } = chargeTries(
      standingWith({ ledger: { ...ledger, chargeDeclines: declines } }),
      since,
    );
    return [tries, nextTry, last === null];
  };
  const rows: [why: string, declines: Loose[], answer: unknown[]][] = [
    ['never tried', [], [0, null, true]],
    ['a day after the first', [declined()], [1, at(6), false]],
    ['two after the second', [declined(), declined({ at: at(6) })], [2, at(54), false]],
    ['not after the third', [declined(), declined({ at: at(6) }), declined({ at: at(54) })], [3, null, false]],
    ['not where the bank says never', [declined({ decline: 'hard' })], [1, null, false]],
    ['what the client tried is not counted', [declined({ clientPresent: true })], [0, null, true]],
    ['nor another card', [declined({ cardId: 'c2' })], [0, null, true]],
    ['nor what was before it was due', [declined({ at: at(-21) })], [0, null, true]],
    ['but what was at that moment', [declined({ at: at(-20) })], [1, at(4), false]],
  ];
  for (const [why, declines, answer] of rows) it(why, () => expect(tries(declines)).to.deep.equal(answer));
  it('without a card on file nothing was tried on it', () =>
    expect(tries([declined()], {})).to.deep.equal([0, null, true]));
});

describe('the stage of a booking', () => {
  type Of = { parts?: Part[]; hold?: unknown; ledger?: Loose; terms?: Loose; asOf?: Instant };
  const input = ({ ledger, ...over }: Of) =>
    ({
      parts: [],
      hold: null,
      terms: {},
      startAt: at(10),
      endAt: at(20),
      asOf: at(0),
      ...over,
      ledger: ledgerWith({ accepted: null, confirmed: null, ...ledger }),
    }) as unknown as Parameters<typeof stageOf>[0];
  const now = (over: Loose = {}) => part({ now: true, state: 'due', dueAt: at(-20), ...over });
  const secured: [why: string, of: Of, is: boolean][] = [
    ['nothing is asked', {}, true],
    ['something is due at the agreement', { parts: [now()] }, false],
    ['and paid', { parts: [now({ left: 0 })] }, true],
    ['or only from the start on', { parts: [now({ dueAt: at(10) })] }, true],
    ['an hour before the start', { parts: [now({ dueAt: at(9) })] }, false],
    ['it is due later', { parts: [part()] }, true],
    ['it is left to the client', { parts: [now()], terms: { firstPayment: { required: false } } }, true],
    ['it is not', { parts: [now()], terms: { firstPayment: { required: true } } }, false],
    ['a card is wanted', { terms: { cardOnFile: true } }, false],
    ['and there', { terms: { cardOnFile: true }, ledger: card }, true],
    ['a hold that begins with it is asked for', { hold: hold({ from: at(10) }) }, false],
    ['one that begins before', { hold: hold({ from: at(9) }) }, true],
    ['one that once stood', { hold: hold({ from: at(10) }), ledger: { authorisations: [{}] } }, true],
    ['one that is only planned', { hold: hold({ from: at(10), state: 'planned' }) }, true],
  ];
  for (const [why, of, is] of secured)
    it(`${why}: ${is ? 'secured' : 'waiting'}`, () => {
      expect(isSecured(input(of))).to.equal(is);
      expect(stageOf(input(of))).to.equal(is ? 'secured' : 'waiting');
    });
  it('goes with the clock once it is secured', () =>
    expect([9, 10, 19, 20].map((hour) => stageOf(input({ asOf: at(hour) })))).to.deep.equal([
      ...['secured', 'inService', 'inService', 'toCloseOut'],
    ]));
});

describe('the strip of a booking', () => {
  const strip = (over: Loose & { ledger?: Loose }): Strip => stripOf(standingWith(over));
  const segments: [why: string, of: Loose & { ledger?: Loose }, drawn: string[]][] = [
    ['nothing', {}, []],
    ['paid', { parts: [part({ paid: 50_00, left: 0, state: 'paid' })] }, ['received 5000 balance']],
    ['partly paid', { parts: [part({ paid: 10_00, left: 40_00 })] }, ['received 1000 balance', 'late 4000 balance']],
    ['late, and all of it on its way', { parts: [part({ coming: 50_00 })] }, ['due 5000 balance']],
    ['late, some of it on its way', { parts: [part({ coming: 10_00 })] }, ['late 5000 balance']],
    ['planned', { parts: [part({ state: 'planned' })] }, ['planned 5000 balance']],
    ['left over of a part that counts as paid', { parts: [part({ state: 'paid' })] }, ['received 5000 balance']],
    [
      'given back, but for what the bank itself returned',
      { ledger: { receipts: [{ refunded: 30_00, returned: 10_00 }, { refunded: 5_00 }] } },
      ['back 2500 given back'],
    ],
    ['credit', { position: { outstanding: 0, credit: 3_00 } }, ['credit 300 credit']],
  ];
  for (const [why, of, drawn] of segments)
    it(why, () =>
      expect(strip(of).segments.map(({ state, amount, name }) => `${state} ${amount} ${name}`)).to.deep.equal(drawn),
    );
  it('is as long as what it shows, or as the price', () => {
    expect(strip({ parts: [part({ paid: 10_00, left: 40_00 })] }).total).to.equal(50_00);
    expect(strip({}).total).to.equal(900_00);
    expect(strip({ agreed: { total: -1, terms: {} } }).total).to.equal(0);
  });
  const marks: [state: string, open: string | null, over: string | null][] = [
    ['planned', 'planned', null],
    ['asked', 'planned', null],
    ['inForce', 'inForce', 'inForce'],
    ['endingSoon', 'inForce', 'inForce'],
    ['captured', 'captured', 'captured'],
    ['released', 'released', 'released'],
    ['lapsed', 'gap', null],
    ['refused', 'gap', null],
  ];
  for (const [state, open, over] of marks)
    it(`a hold that is ${state}`, () => {
      const drawn = (stage: string) => strip({ stage, hold: hold({ state }) }).hold?.state ?? null;
      for (const stage of ['enquiry', 'waiting', 'secured', 'inService', 'toCloseOut'])
        expect(drawn(stage)).to.equal(open);
      for (const stage of ['closed', 'cancelled', 'lapsed']) expect(drawn(stage)).to.equal(over);
    });
  const shares: [why: string, gapFrom: number, share: number | undefined][] = [
    ['a third', 20, 33],
    ['hardly any', 29, 3],
    ['nearly all', 0, 99],
  ];
  for (const [why, gapFrom, share] of shares)
    it(`draws ${why} of a cover that is in force as its coming gap`, () => {
      const held = hold({ state: 'endingSoon', inForce: {}, until: at(30), gap: { from: at(gapFrom), until: at(30) } });
      expect(strip({ stage: 'secured', hold: held }).hold!.gap).to.equal(share);
    });
  it('draws no gap beside a hold that lasts, or that is not in force', () => {
    expect(strip({ stage: 'secured', hold: hold({ state: 'inForce', inForce: {} }) }).hold).not.to.have.property('gap');
    expect(strip({ stage: 'secured', hold: hold({ state: 'refused', gap }) }).hold).not.to.have.property('gap');
  });
});
