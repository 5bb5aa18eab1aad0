import type { Decimal } from '#core/money/decimal';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import type { Terms } from '#core/terms/terms';

const percent = (text: string): { percent: Decimal } => ({ percent: text as Decimal });
const usual = {
  graceDays: 2,
  holdCoversBalance: false,
  reminders: [
    { days: 3, when: 'before' },
    { days: 1, when: 'after' },
    { days: 5, when: 'after' },
  ],
  retryAfterHours: [24, 48],
  cancellation: {
    tiers: [
      { notice: { days: 14 }, keep: percent('30') },
      { notice: { days: 3 }, keep: percent('50') },
    ],
    grace: { within: { hours: 24 }, notice: { days: 7 } },
  },
} satisfies Partial<Terms>;

const deposit = (share: string) =>
  ({ name: 'deposit', collect: 'ask', amount: percent(share), due: { on: 'agreement' } }) as const;

/** The terms that a new installation begins with. */
export const starterTerms: readonly { id: string; name: string; rules: Terms }[] = [
  {
    id: 'rental',
    name: 'Rental, short',
    rules: {
      ...usual,
      instalments: [
        deposit('30'),
        { name: 'balance', collect: 'charge', amount: { share: 1 }, due: { on: 'start', minus: { days: 7 } } },
      ],
      hold: {
        amount: { fixed: minor(400_00) },
        place: { on: 'start', minus: { days: 1 } },
        keep: { on: 'end', plus: { days: 2 } },
      },
    },
  },
  {
    id: 'rental-long',
    name: 'Rental, long',
    rules: {
      ...usual,
      holdCoversBalance: true,
      instalments: [
        deposit('30'),
        { name: 'second part', collect: 'charge', amount: { share: 23 }, due: { on: 'start', minus: { days: 7 } } },
        { name: 'balance', collect: 'charge', amount: { share: 17 }, due: { on: 'end' } },
      ],
      hold: {
        amount: { fixed: minor(900_00) },
        place: { on: 'start', minus: { days: 1 } },
        keep: { on: 'end', plus: { days: 2 } },
        // Three days to find another way where a renewal is refused.
        margin: { hours: 72 },
      },
    },
  },
  {
    id: 'event',
    name: 'Event',
    rules: {
      ...usual,
      instalments: [
        deposit('25'),
        { name: 'balance', collect: 'ask', amount: { share: 1 }, due: { on: 'start', minus: { days: 14 } } },
      ],
      lapseAfterHours: 24 * 14,
    },
  },
  {
    id: 'event-charged',
    name: 'Event, balance charged',
    rules: {
      ...usual,
      instalments: [
        deposit('25'),
        { name: 'balance', collect: 'charge', amount: { share: 1 }, due: { on: 'start', minus: { days: 3 } } },
      ],
    },
  },
  {
    id: 'lesson',
    name: 'Paid at booking',
    rules: {
      ...usual,
      reminders: [{ days: 2, when: 'after' }],
      instalments: [{ name: 'full price', collect: 'ask', amount: percent('100'), due: { on: 'agreement' } }],
      lapseAfterHours: 24 * 7,
      cancellation: { tiers: [{ notice: { hours: 48 }, keep: percent('0') }] },
    },
  },
  {
    id: 'counter',
    name: 'Deposit, rest at the counter',
    rules: {
      ...usual,
      instalments: [
        { name: 'deposit', collect: 'ask', amount: { fixed: minor(20_00) }, due: { on: 'agreement' } },
        { name: 'rest', collect: 'desk', amount: { share: 1 }, due: { on: 'start' } },
      ],
    },
  },
  {
    id: 'project',
    name: 'Project in four parts',
    rules: {
      ...usual,
      reminders: [
        { days: 7, when: 'before' },
        { days: 3, when: 'after' },
      ],
      instalments: [
        { name: 'order', collect: 'ask', amount: percent('20'), due: { on: 'agreement' } },
        { name: 'midway part', collect: 'ask', amount: { share: 2 }, due: { on: 'midway' } },
        { name: 'delivery', collect: 'ask', amount: { share: 2 }, due: { on: 'start' } },
        { name: 'first light', collect: 'ask', amount: { share: 1 }, due: { open: true } },
      ],
    },
  },
  {
    id: 'rental-known',
    name: 'Rental for known clients',
    rules: {
      ...usual,
      instalments: [
        { name: 'rent', collect: 'charge', amount: { share: 1 }, due: { on: 'start', minus: { days: 1 } } },
      ],
      cardOnFile: true,
      ways: ['card'],
      cancellation: { tiers: [{ notice: { days: 2 }, keep: percent('0') }], noShow: percent('50') },
    },
  },
  {
    id: 'rental-season',
    name: 'Rental, whole season',
    rules: {
      ...usual,
      instalments: [
        deposit('20'),
        { name: 'first half', collect: 'charge', amount: { share: 1 }, due: { on: 'start' } },
        { name: 'second half', collect: 'charge', amount: { share: 1 }, due: { on: 'start', plus: { months: 1 } } },
      ],
      hold: {
        amount: { percent: '60' as Decimal },
        place: { on: 'start', minus: { days: 1 } },
        keep: { on: 'end', plus: { days: 3 } },
      },
      // A chain of more than four is refused too often; the sum is charged and given back.
      chargeInstead: { above: 4 },
      holdCoversBalance: true,
      holdCoversKeep: true,
    },
  },
  {
    id: 'party-ahead',
    name: 'Party, a year ahead',
    rules: {
      ...usual,
      instalments: [
        deposit('25'),
        { name: 'midway part', collect: 'ask', amount: percent('25'), due: { on: 'midway' } },
        { name: 'balance', collect: 'ask', amount: { share: 1 }, due: { on: 'start', minus: { weeks: 3 } } },
      ],
      payAllDiscount: '3' as Decimal,
      minimum: percent('25'),
      reminders: [
        { weeks: 1, when: 'before', at: '18:30' as TimeOfDay, text: 'Your evening under the stars comes closer.' },
        { days: 1, when: 'after' },
        { weeks: 1, when: 'after' },
      ],
      cancellation: {
        tiers: [
          { notice: { months: 3 }, keep: percent('25') },
          { notice: { months: 1 }, keep: percent('50') },
          { notice: { weeks: 2 }, keep: percent('75') },
        ],
        grace: { within: { days: 3 }, notice: { months: 2 } },
        keepAtLeast: { fixed: minor(50_00) },
      },
    },
  },
  {
    id: 'invoice-after',
    name: 'Schools, by transfer afterwards',
    rules: {
      ...usual,
      instalments: [
        { name: 'full price', collect: 'ask', amount: percent('100'), due: { on: 'end', plus: { days: 14 } } },
      ],
      ways: ['transfer', 'cheque'],
      graceDays: 7,
      retryAfterHours: [],
      reminders: [
        { weeks: 1, when: 'after' },
        { weeks: 3, when: 'after' },
      ],
      cancellation: { tiers: [{ notice: { days: 7 }, keep: percent('0') }], keepAtLeast: percent('0') },
    },
  },
  {
    id: 'at-collection',
    name: 'Paid when collected',
    rules: {
      ...usual,
      instalments: [{ name: 'full price', collect: 'desk', amount: percent('100'), due: { on: 'end' } }],
      reminders: [],
      retryAfterHours: [],
      cancellation: { tiers: [{ notice: { hours: 24 }, keep: percent('0') }] },
    },
  },
  {
    id: 'client-chooses',
    name: 'Deposit or everything, as the client likes',
    rules: {
      ...usual,
      instalments: [
        deposit('30'),
        { name: 'balance', collect: 'ask', amount: { share: 1 }, due: { on: 'start', minus: { days: 7 } } },
      ],
      firstPayment: { required: false, preset: 'all' },
      payAllDiscount: '5' as Decimal,
    },
  },
];
