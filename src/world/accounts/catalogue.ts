import type { Decimal } from '#core/money/decimal';
import { type Minor, minor, zero } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import type { Adapter } from '#server/ports';

/** What sets one simulated processor apart from the others. */
export type Description = Pick<Adapter, 'name' | 'abilities' | 'currencies'> & {
  /** What it takes for a dispute, whoever wins. */
  readonly disputeCharge: Minor;
};

const plain = {
  extends: false,
  raises: false,
  cardPresent: false,
  estimates: false,
  parts: false,
  inquiries: false,
  captures: 'one' as const,
  settleDays: 0,
} as const;
const noHolds = { ...plain, validHours: 0, renewValidHours: 0 } as const;
const currencies = ['EUR', 'GBP', 'USD', 'CHF', 'JPY'] as const;

/** The simulated processors. They differ in what they can do, so that choosing between them matters. */
export const descriptions: Readonly<Record<string, Description>> = {
  tarn: {
    name: 'Tarn Cards',
    disputeCharge: minor(15_00),
    abilities: {
      ...plain,
      way: 'card',
      validHours: 168,
      renewValidHours: 168,
      fee: { percent: '1.4' as Decimal, fixed: minor(25) },
    },
    currencies,
  },
  fell: {
    name: 'Fell Cards',
    disputeCharge: minor(18_00),
    abilities: {
      ...plain,
      way: 'card',
      validHours: 720,
      renewValidHours: 720,
      captures: 'several',
      extends: true,
      raises: true,
      estimates: true,
      inquiries: true,
      fee: { percent: '2.1' as Decimal, fixed: minor(10) },
    },
    currencies,
  },
  beck: {
    name: 'Beck Debit',
    disputeCharge: minor(7_50),
    abilities: {
      ...noHolds,
      way: 'debit',
      settleDays: 4,
      fee: { percent: '0.4' as Decimal, fixed: minor(20) },
    },
    currencies: ['EUR', 'GBP'],
  },
  scree: {
    name: 'Scree Reader',
    disputeCharge: minor(15_00),
    abilities: {
      ...noHolds,
      way: 'reader',
      // A hold of a card at the counter; nobody is there to renew it.
      validHours: 720,
      cardPresent: true,
      fee: { percent: '1.1' as Decimal, fixed: zero },
    },
    currencies,
  },
};

export const descriptionOf = (id: string): Description => {
  const found = descriptions[id];
  if (!found) throw new Error(`no processor ${id}`);
  return found;
};

/** The processor's fee on a payment; nothing on what is given back. */
export function processorFee(id: string, amount: number): number {
  const { percent, fixed } = descriptionOf(id).abilities.fee;
  return amount > 0 ? Number(percentOf(amount, percent)) + fixed : 0;
}
