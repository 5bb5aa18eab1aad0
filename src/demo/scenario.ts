import type { StoryApp } from '#demo/asThemselves';
import type { Decimal } from '#core/money/decimal';
import { minor } from '#core/money/minor';
import type { ServiceExtra } from '#core/catalogue/service';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import type { ServiceSeed } from '#server/seed/setUp';

/** The demo's day: pictures taken of it are repeatable. */
export const demoNow = '2027-05-14T09:12';
export const demoBegins = '2027-01-11T08:00';
export const demoOwner = {
  name: 'Vesper Hollow',
  line: 'Stargazing',
  email: 'hello@vesper.example.com',
  timeZone: 'Europe/Lisbon',
  currency: 'EUR',
  taxRate: '23',
} as const;

const extra = (id: string, label: string, unitPrice: number, most = 1): ServiceExtra => ({
  id,
  label,
  unitPrice: minor(unitPrice),
  most,
});

export const demoTaxes = [{ code: 'REDUCED', label: 'VAT, reduced', rate: '13' as Decimal, position: 1 }] as const;

export const demoServices: readonly ServiceSeed[] = [
  {
    id: 'dobsonian',
    name: '10-inch Dobsonian',
    kind: 'rental',
    termsId: 'rental',
    basis: 'day',
    unitPrice: minor(55_00),
    included: 'The telescope with two eyepieces, a red torch and a map of the season’s sky.',
    extras: [extra('eyepieces', 'Case of four eyepieces', 24_00), extra('table', 'Observing chair', 9_00, 4)],
    colour: 'teal',
  },
  {
    id: 'rig',
    name: 'Imaging rig',
    kind: 'rental',
    termsId: 'rental-long',
    basis: 'day',
    unitPrice: minor(80_00),
    included: 'Mount, refractor, cooled camera and power for one night.',
    extras: [extra('heater', 'Dew heater', 12_00, 2), extra('power', 'Second power pack', 18_00, 3)],
    colour: 'blue',
  },
  {
    id: 'binoculars',
    name: 'Giant binoculars',
    kind: 'rental',
    termsId: 'rental',
    basis: 'night',
    unitPrice: minor(32_00),
    colour: 'moss',
  },
  {
    id: 'dome',
    name: 'Dome evening',
    kind: 'event',
    termsId: 'event',
    basis: 'person',
    unitPrice: minor(55_00),
    included: 'Two hours at the large telescope, tea and blankets.',
    extras: [extra('supper', 'Soup supper', 14_00, 40)],
    colour: 'plum',
  },
  { id: 'party', name: 'Private star party', kind: 'event', termsId: 'event-charged', colour: 'amber' },
  { id: 'school', name: 'School night', kind: 'event', termsId: 'event', taxCodes: ['REDUCED'], colour: 'rust' },
  {
    id: 'coaching',
    name: 'Astrophotography coaching',
    kind: 'appointment',
    termsId: 'lesson',
    basis: 'hour',
    unitPrice: minor(48_00),
    colour: 'slate',
  },
  { id: 'first-night', name: 'First-night lesson', kind: 'appointment', termsId: 'counter', unitPrice: minor(95_00) },
  {
    id: 'mirror',
    name: 'Mirror cleaning',
    kind: 'appointment',
    termsId: 'counter',
    basis: 'unit',
    unitPrice: minor(56_00),
  },
  {
    id: 'observatory',
    name: 'Garden observatory',
    kind: 'project',
    termsId: 'project',
    colour: 'moss',
  },
  {
    id: 'remote',
    name: 'Remote telescope, dollars',
    kind: 'appointment',
    termsId: 'lesson',
    currency: 'USD',
    taxMode: 'exclusive',
    taxCodes: [],
    colour: 'blue',
  },
];

export type Happening =
  /** Something that only a few bookings see. */
  | { readonly do: 'own'; readonly run: (app: StoryApp, bookingId: string, key: string) => Promise<void> }
  | { readonly do: 'pay'; readonly card: CardBehaviour; readonly confirm?: boolean }
  | { readonly do: 'giveCard'; readonly card: CardBehaviour }
  | {
      readonly do: 'record';
      readonly amount: number;
      readonly method: 'cash' | 'transfer' | 'cheque';
    }
  | {
      readonly do: 'closeOut';
      readonly claims?: readonly (readonly [reason: string, amount: number])[];
      readonly coverBalance?: boolean;
    }
  | { readonly do: 'cancel'; readonly by: 'client' | 'business' | 'no_show' }
  | { readonly do: 'acceptGap' }
  /** Moves the service by so many days, or gives it another price or rules of its own. */
  | {
      readonly do: 'change';
      readonly days?: number;
      readonly price?: number;
      readonly open?: string;
    };

export type DemoBooking = {
  readonly client: string;
  readonly service: string;
  readonly title: string;
  /** In minor units of the service's currency, tax included. */
  readonly total: number;
  readonly booked: string;
  readonly start: string;
  readonly end: string;
  readonly then: readonly (readonly [at: string, happening: Happening])[];
};

const pay = (card: CardBehaviour = 'approves', confirm = true): Happening => ({ do: 'pay', card, confirm });

/** The bookings that show each state, by hand; the routine of the season is made around them. */
export const toldBookings: readonly DemoBooking[] = [
  {
    client: 'Ines Valadar',
    service: 'dobsonian',
    title: '10-inch Dobsonian, 5 days',
    total: 320_00,
    booked: '2027-04-12T10:05',
    start: '2027-05-07T18:00',
    end: '2027-05-12T18:00',
    then: [['2027-04-12T10:31', pay('confirms')]],
  },
  {
    client: 'Tomas Ekberg',
    service: 'party',
    title: 'Star party, 24 guests',
    total: 686_00,
    booked: '2027-04-02T14:20',
    start: '2027-05-15T20:30',
    end: '2027-05-15T23:30',
    then: [['2027-04-02T15:02', pay('shortOnFile')]],
  },
  {
    client: 'Maud Oyelaran',
    service: 'rig',
    title: 'Imaging rig, 14 days',
    total: 1680_00,
    booked: '2027-04-02T09:40',
    start: '2027-05-10T12:00',
    end: '2027-05-24T12:00',
    then: [['2027-04-02T11:15', pay('noRenewal')]],
  },
  {
    client: 'Pia Lindqvist',
    service: 'rig',
    title: 'Imaging rig, 21 days',
    total: 2340_00,
    booked: '2027-03-22T16:00',
    start: '2027-05-02T18:00',
    end: '2027-05-23T18:00',
    then: [['2027-03-22T16:20', pay()]],
  },
  {
    client: 'Jonas Abel',
    service: 'binoculars',
    title: 'Giant binoculars, 3 days',
    total: 135_00,
    booked: '2027-04-28T11:00',
    start: '2027-05-15T09:00',
    end: '2027-05-18T09:00',
    then: [['2027-04-28T11:12', pay('confirmsHolds')]],
  },
  {
    client: 'Ruth and Peter Hartwell',
    service: 'dome',
    title: 'Dome evening, 18 guests',
    total: 960_00,
    booked: '2027-03-30T10:00',
    start: '2027-05-22T21:00',
    end: '2027-05-22T23:30',
    then: [['2027-03-30T18:45', pay()]],
  },
  {
    client: 'Oriel School',
    service: 'school',
    title: 'School night, 46 pupils',
    total: 1000_00,
    booked: '2027-04-19T09:00',
    start: '2027-05-20T20:30',
    end: '2027-05-20T23:00',
    then: [
      ['2027-04-21T08:30', { do: 'record', amount: 250_00, method: 'transfer' }],
      ['2027-05-07T12:00', { do: 'record', amount: 400_00, method: 'transfer' }],
    ],
  },
  {
    client: 'Bruno Castell',
    service: 'dome',
    title: 'Dome evening, 6 guests',
    total: 330_00,
    booked: '2027-05-10T17:30',
    start: '2027-06-04T21:30',
    end: '2027-06-04T23:59',
    then: [['2027-05-10T18:10', pay('lost')]],
  },
  {
    client: 'Greta Nyholm',
    service: 'coaching',
    title: 'Coaching, two evenings',
    total: 240_00,
    booked: '2027-05-13T19:30',
    start: '2027-05-27T20:30',
    end: '2027-05-28T23:30',
    then: [],
  },
  {
    client: 'Emil Sauter',
    service: 'dome',
    title: 'Dome evening, 4 guests',
    total: 220_00,
    booked: '2027-04-20T12:00',
    start: '2027-05-29T21:30',
    end: '2027-05-29T23:59',
    then: [],
  },
  {
    client: 'Yara Dominguez-Featherstonehaugh and the Lower Marsh Circle',
    service: 'party',
    title: 'Star party for a diamond wedding, 80 guests',
    total: 12450_00,
    booked: '2027-03-08T13:00',
    start: '2027-06-19T20:00',
    end: '2027-06-20T01:00',
    then: [
      ['2027-03-09T09:00', pay()],
      ['2027-04-02T10:00', { do: 'change', price: 12900_00, days: 7 }],
    ],
  },
  {
    client: 'Caspar Vint',
    service: 'observatory',
    title: 'Garden observatory, 3 m dome',
    total: 18900_00,
    booked: '2027-02-15T11:00',
    start: '2027-05-31T09:00',
    end: '2027-06-11T17:00',
    then: [
      ['2027-02-16T09:00', { do: 'record', amount: 3780_00, method: 'transfer' }],
      ['2027-04-09T10:00', { do: 'record', amount: 6048_00, method: 'transfer' }],
    ],
  },
  {
    client: 'Noor Haddad',
    service: 'rig',
    title: 'Imaging rig, 9 days',
    total: 980_00,
    booked: '2027-03-01T10:00',
    start: '2027-04-10T12:00',
    end: '2027-04-19T12:00',
    then: [
      ['2027-03-01T10:40', pay()],
      [
        '2027-04-20T09:10',
        {
          do: 'closeOut',
          claims: [
            ['Dew heater missing', 120_00],
            ['Returned a day late', 45_00],
          ],
        },
      ],
    ],
  },
  {
    client: 'Silvan Korte',
    service: 'dobsonian',
    title: '10-inch Dobsonian, 7 days',
    total: 410_00,
    booked: '2027-03-12T08:30',
    start: '2027-04-16T18:00',
    end: '2027-04-23T18:00',
    then: [
      ['2027-03-12T09:00', pay()],
      ['2027-04-24T10:00', { do: 'closeOut', claims: [['Secondary mirror cracked', 520_00]] }],
    ],
  },
  {
    client: 'Odile Marchetti',
    service: 'dome',
    title: 'Dome evening, 12 guests',
    total: 640_00,
    booked: '2027-03-05T15:00',
    start: '2027-05-01T21:00',
    end: '2027-05-01T23:30',
    then: [
      ['2027-03-05T15:20', pay()],
      ['2027-04-18T09:00', pay()],
      ['2027-04-24T10:00', { do: 'cancel', by: 'client' }],
    ],
  },
  {
    client: 'Lowen Tremayne',
    service: 'dome',
    title: 'Dome evening, 8 guests',
    total: 430_00,
    booked: '2027-04-01T10:00',
    start: '2027-05-08T21:00',
    end: '2027-05-08T23:30',
    then: [
      ['2027-04-01T10:30', pay()],
      ['2027-04-24T11:30', pay()],
      ['2027-05-08T17:00', { do: 'cancel', by: 'business' }],
    ],
  },
  {
    client: 'Dario Fenn',
    service: 'coaching',
    title: 'Coaching, one evening',
    total: 120_00,
    booked: '2027-04-05T10:00',
    start: '2027-04-14T20:30',
    end: '2027-04-14T23:00',
    then: [
      ['2027-04-05T10:15', pay()],
      ['2027-04-14T22:00', { do: 'cancel', by: 'no_show' }],
    ],
  },
  {
    client: 'Hester Blom',
    service: 'coaching',
    title: 'Coaching, one evening',
    total: 120_00,
    booked: '2027-03-18T10:00',
    start: '2027-04-08T20:30',
    end: '2027-04-08T23:00',
    then: [],
  },
  {
    client: 'Kai Brandvold',
    service: 'remote',
    title: 'Remote telescope, 6 hours',
    total: 270_00,
    booked: '2027-05-06T10:00',
    start: '2027-05-18T01:00',
    end: '2027-05-18T07:00',
    then: [['2027-05-06T10:25', pay()]],
  },
  {
    client: 'Sunniva Aas',
    service: 'remote',
    title: 'Remote telescope, 3 hours',
    total: 135_00,
    booked: '2027-05-14T08:05',
    start: '2027-06-02T01:00',
    end: '2027-06-02T04:00',
    then: [['2027-05-14T08:20', pay('confirms')]],
  },
  {
    client: 'Anselm Roth',
    service: 'party',
    title: 'Star party, 15 guests',
    total: 540_00,
    booked: '2027-03-25T10:00',
    start: '2027-05-21T20:30',
    end: '2027-05-21T23:30',
    then: [
      ['2027-03-25T12:00', pay('approves')],
      ['2027-04-29T16:00', { do: 'change', open: 'balance' }],
    ],
  },
  {
    client: 'Wilma Stroud',
    service: 'dobsonian',
    title: '10-inch Dobsonian, 4 days',
    total: 260_00,
    booked: '2027-04-22T10:00',
    start: '2027-05-08T12:00',
    end: '2027-05-12T12:00',
    then: [['2027-04-22T10:09', pay()]],
  },
  {
    client: 'Fabian Oster',
    service: 'binoculars',
    title: 'Giant binoculars, 2 days',
    total: 90_00,
    booked: '2027-04-25T10:00',
    start: '2027-05-11T18:00',
    end: '2027-05-13T18:00',
    then: [['2027-04-25T16:00', pay()]],
  },
  {
    client: 'Mirea Talvik',
    service: 'first-night',
    title: 'First-night lesson, 2 people',
    total: 95_00,
    booked: '2027-05-02T10:00',
    start: '2027-05-13T21:00',
    end: '2027-05-13T23:00',
    then: [
      ['2027-05-02T13:00', pay()],
      ['2027-05-13T21:05', { do: 'record', amount: 75_00, method: 'cash' }],
    ],
  },
  {
    client: 'Ottoline Fray',
    service: 'dobsonian',
    title: '10-inch Dobsonian, 12 days',
    total: 660_00,
    booked: '2027-05-01T10:15',
    start: '2027-05-04T10:00',
    end: '2027-05-16T10:00',
    then: [['2027-05-01T10:40', pay('noRenewal')]],
  },
  {
    client: 'Vito Anders',
    service: 'binoculars',
    title: 'Giant binoculars, 4 days',
    total: 160_00,
    booked: '2027-05-08T11:00',
    start: '2027-05-14T18:00',
    end: '2027-05-18T18:00',
    then: [['2027-05-08T11:20', pay('noHolds')]],
  },
];
