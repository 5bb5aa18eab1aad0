import { accounts, credit, debit, entry, type JournalEntry } from '#core/journal/entry';
import { type Minor, minor } from '#core/money/minor';

/** Entries of what belongs to no booking. A sum of nothing has none. */

/** A payment request is paid: the money waits as the client's credit. */
export const creditPaid = (amount: Minor): JournalEntry | null =>
  entry('Payment with no booking yet', [debit(accounts.cardClearing, amount), credit(accounts.clientCredit, amount)]);

/** The payer's bank sent it back. */
export const creditReturned = (amount: Minor): JournalEntry | null =>
  entry('Bank debit that came back', [debit(accounts.clientCredit, amount), credit(accounts.cardClearing, amount)]);

const paidInto = {
  cash: accounts.cash,
  transfer: accounts.bank,
  cheque: accounts.bank,
  card: accounts.cardClearing,
} as const;
/** A gift voucher is a liability until it is used. */
export const voucherSold = (method: keyof typeof paidInto, amount: Minor): JournalEntry | null =>
  entry('Gift voucher sold', [debit(paidInto[method], amount), credit(accounts.vouchers, amount)]);

/** What is left of a voucher is the business's, where a setting says so (money-rules-2.md, section 16). */
export const voucherExpired = (amount: Minor): JournalEntry | null =>
  entry('Gift voucher expired', [debit(accounts.vouchers, amount), credit(accounts.vouchersExpired, amount)]);

/** The processor pays out what was collected, less its fees: under way until the bank has it. */
export const payoutMade = (payout: string, gross: Minor, fee: Minor): JournalEntry | null =>
  entry(`Payout ${payout}`, [
    debit(accounts.payoutsUnderWay, minor(gross - fee)),
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
