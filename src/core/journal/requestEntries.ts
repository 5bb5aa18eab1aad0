import type { RequestPaper } from '#core/credit/requestPaper';
import { accounts, credit, debit, entry, type JournalEntry, taxCredits, taxDebits } from '#core/journal/entry';
import { moneyAccount } from '#core/journal/firstRules';
import type { BareRequestFact } from '#core/kept/words';
import { minor, zero } from '#core/money/minor';
import { taxSum } from '#core/price/taxSums';

const { receivables, clientCredit, cardClearing, revenue, tips, tipsPayable } = accounts;

/**
 * The entry of what happened to a payment request that buys no voucher; null where no money moves. Without lines what comes
 * is the client's credit; with lines it pays for what was sold.
 */
export function entryForRequest(fact: BareRequestFact, { price }: Pick<RequestPaper, 'price'>): JournalEntry | null {
  const stands = price ? receivables : clientCredit;
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
      return entry('Bank debit that came back', [
        debit(stands, minor(fact.amount)),
        debit(tipFor === 'staff' ? tipsPayable : tips, tip),
        credit(cardClearing, minor(fact.amount + tip)),
      ]);
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
      return null;
  }
}
