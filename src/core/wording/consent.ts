import type { KeptFor } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { type Consented, debitNoticeDays, type Mandate } from '#core/consent/consented';
import { notAgreed, purposesOf } from '#core/consent/purposesOf';
import { formatMoney } from '#core/money/formatMoney';
import type { Minor } from '#core/money/minor';
import { shortDate } from '#core/wording/days';
import { listed } from '#core/wording/listed';

type Of = Parameters<typeof purposesOf>[0] & Pick<BookingState, 'asOf'>;
/** What a client is asked to agree to, in words, and what that lets the card or account pay. */
export type AskedConsent = { readonly consent: string; readonly purposes: Consented; readonly mandate?: Mandate };

/** Each purpose in words of its own, with its sum; from what the terms want and from nothing else. */
function purposeSentences(purposes: Consented, { agreed, asOf }: Of): string[] {
  const { currency, timeZone } = agreed;
  const today = localDate(asOf, timeZone);
  const sum = (amount: Minor): string => formatMoney(amount, currency);
  const { instalments, hold, cancellation, claims } = purposes;
  const charges = instalments.map(
    ({ name, amount, due }) => `the ${name} of ${sum(amount)}${due ? ` on ${shortDate(due, today)}` : ''}`,
  );
  const told = claims && claims.days > 0 ? `that we told you of ${claims.days} days before` : 'that we tell you of';
  return [
    ...(charges.length > 0 ? [`It is charged for ${listed(charges)}.`] : []),
    ...(hold
      ? [
          `A hold of ${sum(hold.amount)} is placed on it, and renewed, until ${shortDate(localDate(hold.until, timeZone), today)}.`,
        ]
      : []),
    ...(cancellation
      ? [
          `If you cancel or do not come: what the cancellation terms keep and you have not paid, at most ${sum(cancellation.most)}.`,
        ]
      : []),
    ...(claims ? [`For damage, loss or a late return ${told}: at most ${sum(claims.most)}.`] : []),
  ];
}

/**
 * What a client agrees to with a card: what this booking will charge, hold or claim, each with its sum.
 * @param use what the card is kept for, where that is not both
 */
export function cardAgreement(standing: Of, use?: KeptFor): AskedConsent {
  const purposes = purposesOf(standing, use);
  const sentences = purposeSentences(purposes, standing);
  const consent =
    sentences.length === 0
      ? 'Your card is kept for this booking and charged only when you say so.'
      : [
          'Your card is kept for this booking.',
          ...sentences,
          'It pays this without asking you again, and nothing else.',
        ].join(' ');
  return { consent, purposes };
}

/** What would change of what a card pays or holds, beside what its holder agreed to. */
export function notAgreedSentences(bookingState: BookingState): string[] {
  const { parts, hold } = notAgreed(bookingState);
  const sum = (amount: Minor): string => formatMoney(amount, bookingState.agreed.currency);
  return [
    ...parts.map(({ name, amount, agreed }) => `The ${name}: ${sum(amount)} in place of ${sum(agreed)}.`),
    ...(hold ? [`The hold: ${sum(hold.amount)} in place of ${sum(hold.agreed)}.`] : []),
  ];
}

/** The words alone. */
export const cardConsent = (standing: Of, use?: KeptFor): string => cardAgreement(standing, use).consent;

const allows = (businessName: string): string => `I allow ${businessName} to collect this sum from my bank account`;

/** What a payer agrees to who pays from a bank account this once. */
export const debitOnceConsent = (businessName: string): string => `${allows(businessName)}, this once.`;

/**
 * The mandate of a client who pays from a bank account: this collection, and what it is kept for (docs/rules/consent.md,
 * rule 4). Nothing can be held on an account, and nothing but instalments is collected.
 */
export function debitAgreement(
  standing: Of,
  {
    business,
    creditor,
    reference,
  }: { readonly business: string; readonly creditor: string; readonly reference: string },
): AskedConsent {
  const { instalments } = purposesOf(standing, 'payments');
  const purposes = { instalments, hold: null, cancellation: null, claims: null };
  if (instalments.length === 0) return { consent: debitOnceConsent(business), purposes };
  const { agreed, asOf } = standing;
  const today = localDate(asOf, agreed.timeZone);
  const later = instalments.map(
    ({ name, amount, due }) =>
      `the ${name} of ${formatMoney(amount, agreed.currency)}${due ? ` on ${shortDate(due, today)}` : ''}`,
  );
  const mandate = { creditor, reference, noticeDays: debitNoticeDays };
  const by = creditor ? `, creditor ${creditor}` : '';
  const consent = [
    `${allows(business)}, and ${listed(later)}.`,
    `This is mandate ${reference}${by}; I am told ${debitNoticeDays} days before each later collection.`,
    'My bank gives back what was collected if I ask within eight weeks, without a reason, and longer where I did not allow it.',
  ].join(' ');
  return { consent, purposes, mandate };
}

/** What a signatory agrees to, in the sentence beside the box that is ticked. */
export const signingConsent = (agreement: string, businessName: string): string =>
  `I sign “${agreement}” with ${businessName} as it stands above, and agree that my signature here is as good as one on paper.`;
