import type { StoryApp } from '#demo/asThemselves';
import { ledgerOf } from '#core/bookings/ledger';
import type { Minor } from '#core/money/minor';
import { minor } from '#core/money/minor';
import type { Decimal } from '#core/money/decimal';
import type { Terms } from '#core/terms/terms';
import type { DemoBooking, Happening } from '#demo/scenario';
import { readBooking } from '#server/bookings/lockBooking';
import { starterTerms } from '#server/seed/starterTerms';
import type { ServiceSeed } from '#server/seed/setUp';
import type { CardBehaviour } from '#world/cardNetwork/testCards';

const rental: Terms = starterTerms.find(({ id }) => id === 'rental')!.rules;

/** Terms that hear the client before anything is claimed, and say what a late return costs. */
export const heardTerms = {
  id: 'rental-heard',
  name: 'Rental, claims answered',
  rules: {
    ...rental,
    claims: {
      answerDays: 7,
      most: { fixed: minor(600_00) },
      late: { freeMinutes: 60, per: 'day', each: { percent: '150' as Decimal }, most: minor(250_00) },
    },
    withdrawal: { exempt: 'leisure' },
    hold: { ...rental.hold!, keep: { on: 'end', plus: { days: 9 } } },
  } satisfies Terms,
};

/** What goes out under them. */
export const heardService: ServiceSeed = {
  id: 'travel',
  name: 'Travel telescope',
  kind: 'rental',
  termsId: 'rental-heard',
  basis: 'day',
  unitPrice: minor(38_00),
  included: 'A small refractor in its case, a tripod and two eyepieces.',
  extras: [
    {
      id: 'waiver',
      label: 'Damage waiver',
      unitPrice: minor(19_00),
      most: 1,
      waiver: { hold: minor(0), most: minor(100_00) },
    },
  ],
  usualClaims: [
    { what: 'damage', reason: 'Lost eyepiece cap', amount: minor(12_00) },
    { what: 'damage', reason: 'Scratched lens', amount: minor(160_00) },
    { what: 'refill', reason: 'Cleaning after sand', amount: minor(35_00) },
  ],
  colour: 'amber',
};

type Own = Extract<Happening, { do: 'own' }>['run'];
const own = (run: Own): Happening => ({ do: 'own', run });
const pay = (card: CardBehaviour = 'approves'): Happening => ({ do: 'pay', card, confirm: true });

function expectOk<T>(result: { ok: true; value: T } | { ok: false; refusal: { code: string } }): T {
  if (!result.ok) throw new Error(result.refusal.code);
  return result.value;
}

/** Two drawings that stand for photographs: what was found on a tripod, and on a lens. */
const drawing = (what: 'tripod' | 'lens'): string => {
  const ground = `<rect width="900" height="675" fill="${what === 'lens' ? '#1d2a31' : '#6d6253'}"/>`;
  const thing =
    what === 'lens'
      ? '<circle cx="450" cy="338" r="236" fill="#27495a"/><circle cx="450" cy="338" r="196" fill="#3c6d83"/><path d="M330 250 L560 420" stroke="#e9f2f4" stroke-width="7"/><path d="M350 300 L500 412" stroke="#cfdfe4" stroke-width="4"/>'
      : '<path d="M450 90 L260 620 M450 90 L450 640 M450 90 L650 600" stroke="#d9d3c6" stroke-width="34"/><path d="M560 360 L600 470" stroke="#7d2b1d" stroke-width="20"/><circle cx="450" cy="96" r="42" fill="#22292c"/>';
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 900 675">${ground}${thing}</svg>`;
};

const claim =
  (what: 'tripod' | 'lens', about: { reason: string; amount: number; restsOn: string }): Own =>
  async (app, bookingId, key) => {
    const picture = expectOk(await app.uploadFile(Buffer.from(drawing(what)), `${what}.svg`, 'picture'));
    expectOk(
      await app.saveClaim({
        bookingId,
        requestKey: `${key}-claim`,
        claimId: null,
        what: 'damage',
        reason: about.reason,
        amount: minor(about.amount),
        restsOn: about.restsOn,
        pictures: [{ fileId: picture.id, taken: app.world.clock.now() }],
      }),
    );
    await app.settle();
  };

const linkOf = async (app: StoryApp, bookingId: string, key: string): Promise<string> =>
  expectOk(await app.copyLink({ bookingId, requestKey: `${key}-link` }))
    .url.split('/')
    .at(-1)!;

const objects =
  (note: string, agreesTo: number): Own =>
  async (app, bookingId, key) => {
    const loaded = (await readBooking(app.deps.db, bookingId))!;
    const [made] = ledgerOf(loaded.facts).after.claims;
    const link = await linkOf(app, bookingId, key);
    expectOk(
      await app.answerClaim({
        link,
        claimId: made!.claimId,
        accept: false,
        seen: made!.amount,
        note,
        agreesTo: minor(agreesTo),
      }),
    );
    await app.settle();
  };

const back: Own = async (app, bookingId) => {
  expectOk(await app.markReturned({ bookingId, moment: null }));
};
const missing: Own = async (app, bookingId) => {
  expectOk(await app.markMissing({ bookingId }));
};
const courtesy =
  (amount: Minor, reason: string): Own =>
  async (app, bookingId, key) => {
    expectOk(await app.giveCourtesy({ bookingId, requestKey: `${key}-courtesy`, amount, receiptId: null, reason }));
    await app.settle();
  };
const answers =
  (word: string): Own =>
  async (app, bookingId, key) => {
    const loaded = (await readBooking(app.deps.db, bookingId))!;
    const [dispute] = ledgerOf(loaded.facts).after.disputes;
    expectOk(await app.answerDispute({ dispute: dispute!.id, requestKey: `${key}-answer`, word, pictures: [] }));
  };

/** What came after the service: each of its states once. */
export const afterBookings: readonly DemoBooking[] = [
  {
    client: 'Nadia Ferreira-Holt',
    service: 'travel',
    title: 'Travel telescope, 8 days',
    total: 304_00,
    booked: '2027-04-19T10:20',
    start: '2027-05-04T10:00',
    end: '2027-05-12T10:00',
    then: [
      ['2027-04-19T10:31', pay('confirms')],
      ['2027-05-12T09:40', own(back)],
      [
        '2027-05-12T11:15',
        own(
          claim('lens', {
            reason: 'Scratched lens',
            amount: 160_00,
            restsOn:
              'Two scratches across the front lens, seen as it was unpacked with the client. The coating is renewed at the maker’s price.',
          }),
        ),
      ],
    ],
  },
  {
    client: 'Corin Delacroix',
    service: 'travel',
    title: 'Travel telescope, 6 days',
    total: 228_00,
    booked: '2027-04-15T16:05',
    start: '2027-05-03T10:00',
    end: '2027-05-09T10:00',
    then: [
      ['2027-04-15T16:12', pay()],
      ['2027-05-09T09:50', own(back)],
      [
        '2027-05-09T12:00',
        own(
          claim('tripod', {
            reason: 'Cracked tripod leg',
            amount: 120_00,
            restsOn: 'The middle leg is cracked below its clamp; a new leg costs so much.',
          }),
        ),
      ],
      [
        '2027-05-12T20:14',
        own(
          objects(
            'The crack was there when I picked it up, I told the person at the counter. I would pay half of it so that we are done.',
            60_00,
          ),
        ),
      ],
    ],
  },
  {
    client: 'Isaura Mendel',
    service: 'travel',
    title: 'Travel telescope, 4 days',
    total: 152_00,
    booked: '2027-04-27T09:00',
    start: '2027-05-09T10:00',
    end: '2027-05-13T10:00',
    then: [
      ['2027-04-27T09:11', pay()],
      ['2027-05-13T17:30', own(missing)],
    ],
  },
  {
    client: 'Alba Northcote',
    service: 'dome',
    title: 'Dome evening, 4 guests',
    total: 220_00,
    booked: '2027-03-24T12:00',
    start: '2027-04-23T20:30',
    end: '2027-04-23T22:30',
    then: [
      ['2027-03-24T12:10', pay()],
      ['2027-04-09T10:00', pay()],
      ['2027-04-24T10:00', { do: 'closeOut' }],
      ['2027-04-26T11:20', own(courtesy(minor(55_00), 'For the hour that the clouds took.'))],
    ],
  },
  {
    client: 'Gideon Marsh',
    service: 'dobsonian',
    title: '10-inch Dobsonian, 3 days',
    total: 165_00,
    booked: '2027-03-01T19:30',
    start: '2027-03-12T18:00',
    end: '2027-03-15T18:00',
    then: [
      ['2027-03-01T19:41', pay('disputesNotProvided')],
      ['2027-03-16T10:00', { do: 'closeOut' }],
    ],
  },
  {
    client: 'Perpetua Lund',
    service: 'dobsonian',
    title: '10-inch Dobsonian, 4 days',
    total: 220_00,
    booked: '2027-01-20T11:00',
    start: '2027-01-29T18:00',
    end: '2027-02-02T18:00',
    then: [
      ['2027-01-20T11:09', pay('disputesNotAuthorised')],
      ['2027-02-03T10:00', { do: 'closeOut' }],
      [
        '2027-04-02T09:30',
        own(answers('She picked it up herself, signed for it, and brought it back four days later.')),
      ],
    ],
  },
  {
    client: 'Ludo Prasad',
    service: 'dobsonian',
    title: '10-inch Dobsonian, 2 days',
    total: 110_00,
    booked: '2027-01-25T15:00',
    start: '2027-02-05T18:00',
    end: '2027-02-07T18:00',
    then: [
      ['2027-01-25T15:20', pay('disputesCancelled')],
      ['2027-02-08T10:00', { do: 'closeOut' }],
    ],
  },
];
