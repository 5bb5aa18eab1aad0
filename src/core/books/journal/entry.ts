import { type Minor, minor, sum } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';

/** The accounts of docs/rules/journal.md, as they are written in the journal. */
export const accounts = {
  cardClearing: 'assets:card clearing',
  bank: 'assets:bank',
  cash: 'assets:cash',
  receivables: 'assets:receivables',
  disputed: 'assets:disputed',
  payoutsUnderWay: 'assets:payouts under way',
  clientDeposits: 'liabilities:client deposits',
  clientCredit: 'liabilities:client credit',
  vouchers: 'liabilities:gift vouchers',
  refundableDeposits: 'liabilities:refundable deposits',
  tipsPayable: 'liabilities:tips payable',
  taxPayable: 'liabilities:tax payable',
  revenue: 'income:revenue',
  damageRecovered: 'income:damage recovered',
  cancellationIncome: 'income:cancellation income',
  tips: 'income:tips',
  revenueReductions: 'income:revenue reductions',
  vouchersExpired: 'income:vouchers expired',
  feesPassedOn: 'income:fees passed on',
  processorFees: 'expenses:processor fees',
  badDebts: 'expenses:bad debts',
  cashOverAndShort: 'expenses:cash over and short',
  rounding: 'expenses:rounding',
  disputeLosses: 'expenses:dispute losses',
  holdsInForce: 'memo:holds in force',
  holdsGiven: 'memo:holds given',
} as const;

export type Account = (typeof accounts)[keyof typeof accounts];
/** Debits are positive. A line of tax says which code it is of, and the base of it, with the sign of the sum. */
export type JournalLine = {
  readonly account: Account;
  readonly amount: Minor;
  readonly tax?: { readonly code: string; readonly base: Minor };
};
export type JournalEntry = { readonly description: string; readonly lines: readonly JournalLine[] };

export const isBalanced = (lines: readonly JournalLine[]): boolean => sum(lines.map((line) => line.amount)) === 0;

export const debit = (account: Account, amount: Minor): JournalLine => ({ account, amount });
export const credit = (account: Account, amount: Minor): JournalLine => ({ account, amount: (0 - amount) as Minor });

const signed = (amount: number): Minor => minor(0 - amount);

/** What becomes payable of each code. */
export const taxCredits = (taxes: readonly TaxAmount[]): JournalLine[] =>
  taxes.map(({ code, base, amount }) => ({
    ...credit(accounts.taxPayable, amount),
    tax: { code, base: signed(base) },
  }));

/** What of each code is payable no more. */
export const taxDebits = (taxes: readonly TaxAmount[]): JournalLine[] =>
  taxes.map(({ code, base, amount }) => ({ ...debit(accounts.taxPayable, amount), tax: { code, base } }));

/** An entry of the lines that carry a sum, or the base of a tax of nothing; null where no sum is moved. */
export function entry(description: string, lines: readonly JournalLine[]): JournalEntry | null {
  const carrying = lines.filter((line) => line.amount !== 0 || (line.tax !== undefined && line.tax.base !== 0));
  if (carrying.every((line) => line.amount === 0)) return null;
  if (!isBalanced(carrying)) throw new Error(`an entry that does not balance: ${description}`);
  return { description, lines: carrying };
}
