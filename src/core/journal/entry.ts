import { type Minor, sum } from '#core/money/minor';

/** The accounts of money-rules.md, section 9, as they are written in the journal and its exports. */
export const accounts = {
  cardClearing: 'assets:card clearing',
  bank: 'assets:bank',
  cash: 'assets:cash',
  receivables: 'assets:receivables',
  disputed: 'assets:disputed',
  clientDeposits: 'liabilities:client deposits',
  clientCredit: 'liabilities:client credit',
  vouchers: 'liabilities:gift vouchers',
  taxPayable: 'liabilities:tax payable',
  revenue: 'income:revenue',
  damageRecovered: 'income:damage recovered',
  cancellationIncome: 'income:cancellation income',
  tips: 'income:tips',
  vouchersExpired: 'income:vouchers expired',
  feesPassedOn: 'income:fees passed on',
  processorFees: 'expenses:processor fees',
  badDebts: 'expenses:bad debts',
  disputeLosses: 'expenses:dispute losses',
  holdsInForce: 'memo:holds in force',
  holdsGiven: 'memo:holds given',
} as const;

export type Account = (typeof accounts)[keyof typeof accounts];
/** Debits are positive. */
export type JournalLine = { readonly account: Account; readonly amount: Minor };
export type JournalEntry = { readonly description: string; readonly lines: readonly JournalLine[] };

export const isBalanced = (lines: readonly JournalLine[]): boolean => sum(lines.map((line) => line.amount)) === 0;

export const debit = (account: Account, amount: Minor): JournalLine => ({ account, amount });
export const credit = (account: Account, amount: Minor): JournalLine => ({ account, amount: (0 - amount) as Minor });

/** An entry of the lines that carry a sum; null where none does. */
export function entry(description: string, lines: readonly JournalLine[]): JournalEntry | null {
  const carrying = lines.filter((line) => line.amount !== 0);
  if (carrying.length === 0) return null;
  if (!isBalanced(carrying)) throw new Error(`an entry that does not balance: ${description}`);
  return { description, lines: carrying };
}
