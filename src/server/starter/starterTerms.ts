import type { Decimal } from '#core/money/decimal';
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
];
