import type { RequestPaper } from '#core/paymentRequests/requestPaper';
import { accounts, credit, debit, entry, type JournalEntry, taxCredits, taxDebits } from '#core/books/journal/entry';
import { moneyAccount } from '#core/books/journal/firstRules';
import type { RequestFactWithoutPersonalData } from '#core/factCodec/personalData';
import { minor, zero } from '#core/money/minor';
import { taxSum } from '#core/price/taxSums';

const { receivables, clientCredit, cardClearing, revenue, tips, tipsPayable } = accounts;

/**
 * The entry of what happened to a payment request; null where no money moves. Without lines what comes is the client's
 * credit; with lines it pays for what was sold. One that buys a voucher has entries of disputes alone: its sale is the
 * voucher's, and that stays good whatever its payer's bank does.
 */
export function entryForRequest(
  fact: RequestFactWithoutPersonalData,
  { price, voucher = false }: Pick<RequestPaper, 'price'> & { readonly voucher?: boolean },
): JournalEntry | null {
  const stands = voucher ? accounts.disputeLosses : price ? receivables : clientCredit;
  if (voucher && (fact.kind === 'paid' || (fact.kind === 'returned' && !fact.disputed))) return null;
  switch (fact.kind) {
    case 'paid': {
      const { tip = zero, tipFor, method = 'card' } = fact;
      return entry(price ? 'Payment of a request' : 'Payment with no booking yet', [
        debit(moneyAccount[method], minor(fact.amount + tip)),
        credit(stands, minor(fact.amount)),
        credit(tipFor === 'staff' ? tipsPayable : tips, tip),
      ]);
    }
    case 'returned': {
      const { tip = zero, tipFor } = fact;
      return entry(fact.disputed ? 'Dispute lost' : 'Bank debit that came back', [
        debit(stands, minor(fact.amount)),
        debit(tipFor === 'staff' ? tipsPayable : tips, tip),
        credit(fact.disputed ? accounts.disputed : cardClearing, minor(fact.amount + tip)),
      ]);
    }
    case 'disputed': {
      const whole = minor(fact.amount + (fact.tip ?? 0));
      if (!fact.taken) return null;
      return entry('Dispute opened', [
        debit(accounts.disputed, whole),
        debit(accounts.processorFees, fact.charge),
        credit(cardClearing, minor(whole + fact.charge)),
      ]);
    }
    case 'disputeDecided': {
      const whole = minor(fact.amount + (fact.tip ?? 0));
      if (fact.outcome !== 'won') return null;
      return entry('Dispute won', [debit(cardClearing, whole), credit(accounts.disputed, whole)]);
    }
    case 'sold':
      return entry('Sold by a request', [
        debit(receivables, fact.total),
        credit(revenue, minor(fact.total - taxSum(fact.taxes))),
        ...taxCredits(fact.taxes),
      ]);
    case 'takenBack':
      return entry('Request taken back', [
        debit(revenue, minor(fact.total - taxSum(fact.taxes))),
        ...taxDebits(fact.taxes),
        credit(receivables, fact.total),
      ]);
    case 'sent':
    case 'copied':
    case 'opened':
    case 'declined':
    case 'onTheWay':
    case 'disputeAnswered':
      return null;
  }
}
