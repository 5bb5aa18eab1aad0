import { type Account, accounts, credit, debit, entry, type JournalEntry, taxCredits } from '#core/books/journal/entry';
import { type Minor, minor } from '#core/money/minor';
import type { TaxAmount } from '#core/price/taxes';
import { taxSum } from '#core/price/taxSums';

/** Entries of what belongs to no booking. A sum of nothing has none. */

const paidInto = {
  cash: accounts.cash,
  transfer: accounts.bank,
  cheque: accounts.bank,
  card: accounts.cardClearing,
} as const;
/** A gift voucher is a liability until it is used; the tax of one that buys one thing alone is owed from now on. */
export const voucherSold = (
  method: keyof typeof paidInto,
  amount: Minor,
  taxes: readonly TaxAmount[] = [],
): JournalEntry | null =>
  entry('Gift voucher sold', [
    debit(paidInto[method], amount),
    credit(accounts.vouchers, minor(amount - taxSum(taxes))),
    ...taxCredits(taxes),
  ]);

/**
 * The business keeps the rest of a voucher that has expired, where a setting says so (docs/rules/journal.md); tax that was owed as
 * it was sold stays so.
 */
export const voucherExpired = (amount: Minor, tax: Minor): JournalEntry | null =>
  entry('Gift voucher expired', [
    debit(accounts.vouchers, minor(amount - tax)),
    credit(accounts.vouchersExpired, minor(amount - tax)),
  ]);

/** The processor pays out what was collected, less its fees: under way until the bank has it. */
export const payoutMade = (payout: string, gross: Minor, fee: Minor): JournalEntry | null =>
  entry(`Payout ${payout}`, [
    debit(accounts.payoutsUnderWay, minor(gross - fee)),
    debit(accounts.processorFees, fee),
    credit(accounts.cardClearing, gross),
  ]);

/** The same under the first posting rules: in the bank at once. */
export const payoutInBank = (payout: string, gross: Minor, fee: Minor): JournalEntry | null =>
  entry(`Payout ${payout}`, [
    debit(accounts.bank, minor(gross - fee)),
    debit(accounts.processorFees, fee),
    credit(accounts.cardClearing, gross),
  ]);

/** Cash that was counted is more than the books say, or less (below nothing). */
export const tillDifference = (difference: Minor): JournalEntry | null =>
  entry(difference > 0 ? 'Cash over at the count' : 'Cash short at the count', [
    debit(accounts.cash, difference),
    credit(accounts.cashOverAndShort, difference),
  ]);

/** The bank has it. */
export const payoutBanked = (payout: string, net: Minor): JournalEntry | null =>
  entry(`Payout ${payout} in the bank`, [debit(accounts.bank, net), credit(accounts.payoutsUnderWay, net)]);

/**
 * Moves a sum from an account of no processor to the same account of the processor whose it was: each has its own
 * (docs/rules/journal.md).
 */
export const processorNamed = (account: Account, amount: Minor): JournalEntry | null =>
  entry('Of before processors had accounts of their own', [debit(account, amount), credit(account, amount)]);
