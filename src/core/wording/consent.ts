import type { KeptFor } from '#core/booking/facts';
import type { Standing } from '#core/booking/standing';
import { formatMoney } from '#core/money/formatMoney';

/**
 * What a client agrees to with a card: only what this booking will charge or hold, named with its sums.
 * @param use what the card is kept for, where that is not both
 */
export function cardConsent(
  { parts, hold, agreed, ledger }: Pick<Standing, 'parts' | 'hold' | 'agreed' | 'ledger'>,
  use?: KeptFor,
): string {
  const { currency } = agreed;
  const charged = use === 'hold' ? [] : chargedLater(parts);
  const sums = charged.map((part) => `the ${part.name} of ${formatMoney(part.left, currency)}`);
  const over = ledger.closedOut !== null || ledger.cancelled !== null || ledger.lapsed;
  const holds = hold && !over && use !== 'payments' ? [`a hold of ${formatMoney(hold.amount, currency)}`] : [];
  if (sums.length + holds.length === 0) return 'Your card is kept for this booking and charged only when you say so.';
  const charges = sums.length > 0 ? [`charged for ${sums.join(' and ')}`] : [];
  const holding = holds.length > 0 ? [`used for ${holds[0]}`] : [];
  return `Your card is kept for this booking and ${[...charges, ...holding].join(' and ')} on the days shown, without asking you again.`;
}

/** Instalments that are taken from what is kept, on a day to come. */
const chargedLater = (parts: Standing['parts']) =>
  parts.filter((part) => part.collect === 'charge' && part.left > 0 && !part.now && part.due !== null);

const allows = (businessName: string): string => `I allow ${businessName} to collect this sum from my bank account`;

/** What a payer agrees to who pays from a bank account this once. */
export const debitOnceConsent = (businessName: string): string => `${allows(businessName)}, this once.`;

/** What a client agrees to who pays from a bank account: this collection, and what it is kept for. */
export function debitConsent(standing: Pick<Standing, 'parts' | 'agreed'>, businessName: string): string {
  const { parts, agreed } = standing;
  const later = chargedLater(parts).map((part) => `the ${part.name} of ${formatMoney(part.left, agreed.currency)}`);
  return later.length === 0
    ? debitOnceConsent(businessName)
    : `${allows(businessName)}, and ${later.join(' and ')} on the days shown. My bank gives money back that I did not agree to.`;
}

/** What a signatory agrees to, in the sentence beside the box that is ticked. */
export const signingConsent = (agreement: string, businessName: string): string =>
  `I sign “${agreement}” with ${businessName} as it stands above, and agree that my signature here is as good as one on paper.`;
