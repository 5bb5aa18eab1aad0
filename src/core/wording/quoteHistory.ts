import type { Agreement } from '#core/agreements/agreement';
import { businessSignatory, clientSignatory } from '#core/agreements/agreement';
import { formatMoney } from '#core/money/formatMoney';
import type { QuoteFact } from '#core/quotes/facts';

/** Who a signatory is, in words. */
export function signatoryName(
  id: string,
  { agreement, clientName }: { readonly agreement: Agreement | null; readonly clientName: string },
  businessName: string,
): string {
  if (id === businessSignatory) return businessName;
  if (id === clientSignatory) return clientName;
  return agreement?.others.find((other) => other.id === id)?.name ?? 'a further signatory';
}

/** What happened to a quote, as one line of its history or of the record that a PDF carries. */
export function quoteHistory(
  fact: QuoteFact,
  about: { readonly agreement: Agreement | null; readonly clientName: string; readonly currency: string },
  businessName: string,
): string {
  const who = (id: string): string => signatoryName(id, about, businessName);
  switch (fact.kind) {
    case 'sent':
      return fact.by === 'message'
        ? `Sent${fact.to && ` to ${fact.to}`}, version ${fact.revision}`
        : `A link was copied, version ${fact.revision}`;
    case 'linkCopied':
      return 'Its link was copied again';
    case 'opened':
      return `Opened by ${who(fact.who)}`;
    case 'chose':
      return `${about.clientName} chose the extras: ${formatMoney(fact.total, about.currency)} in all`;
    case 'asked':
      return `${about.clientName} asked: ${fact.text}`;
    case 'answered':
      return `Answered: ${fact.text}`;
    case 'signed':
      return `Signed by ${fact.name}${fact.name === who(fact.signatory) ? '' : ` for ${who(fact.signatory)}`}, ${fact.method}, from ${fact.origin}`;
    case 'accepted':
      return fact.by === 'client'
        ? `Accepted by ${about.clientName}: ${fact.number}`
        : `Agreed by telephone, and booked by ${businessName}: ${fact.number}`;
    case 'declined':
      return fact.reason ? `Declined: ${fact.reason}` : 'Declined, without a reason';
    case 'expired':
      return 'Expired';
    case 'askedAgain':
      return `${about.clientName} asked for it anew${fact.text ? `: ${fact.text}` : ''}`;
    case 'withdrawn':
      return 'Withdrawn';
  }
}
