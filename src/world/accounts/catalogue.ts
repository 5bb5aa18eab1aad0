import type { Decimal } from '#core/money/decimal';
import { minor, zero } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';
import type { Provider } from '#server/ports';

const holds = { settleDays: 0 } as const;
const noHolds = { validHours: 0, renewValidHours: 0, captures: 'one' } as const;
const currencies = ['EUR', 'GBP', 'USD', 'CHF', 'JPY'] as const;

/** The simulated processors. They differ in what they can do, so that choosing between them matters. */
export const providers: readonly Provider[] = [
  {
    id: 'tarn',
    name: 'Tarn Cards',
    abilities: {
      ...holds,
      ...{ way: 'card', validHours: 168, renewValidHours: 168, captures: 'one' },
      fee: { percent: '1.4' as Decimal, fixed: minor(25) },
    },
    currencies,
  },
  {
    id: 'fell',
    name: 'Fell Cards',
    abilities: {
      ...holds,
      ...{ way: 'card', validHours: 720, renewValidHours: 720, captures: 'several' },
      fee: { percent: '2.1' as Decimal, fixed: minor(10) },
    },
    currencies,
  },
  {
    id: 'beck',
    name: 'Beck Debit',
    abilities: {
      ...noHolds,
      ...{ way: 'debit', settleDays: 4 },
      fee: { percent: '0.4' as Decimal, fixed: minor(20) },
    },
    currencies: ['EUR', 'GBP'],
  },
  {
    id: 'scree',
    name: 'Scree Reader',
    abilities: { ...noHolds, way: 'reader', settleDays: 0, fee: { percent: '1.1' as Decimal, fixed: zero } },
    currencies,
  },
];

export const providerOf = (id: string): Provider => {
  const found = providers.find((provider) => provider.id === id);
  if (!found) throw new Error(`no provider ${id}`);
  return found;
};

/** The processor's fee on a payment; nothing on what is given back. */
export function processorFee(provider: string, amount: number): number {
  const { percent, fixed } = providerOf(provider).abilities.fee;
  return amount > 0 ? Number(percentOf(amount, percent)) + fixed : 0;
}
