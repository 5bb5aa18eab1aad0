import { hasCheckDigit } from '#core/payments/cardNumber';

/** What a made-up card does. The digits 5 and 6 of its number tell. */
export const testCards = {
  approves: { digits: '10', label: 'Approved' },
  confirms: { digits: '20', label: 'Asks the client to confirm' },
  confirmsHolds: { digits: '21', label: 'Asks to confirm, also each hold' },
  shortOnFile: { digits: '31', label: 'Approved now; 51 not enough funds, twice, when charged on file' },
  noRenewal: { digits: '32', label: 'Approved; 62 restricted card, when a hold is renewed' },
  noHolds: { digits: '33', label: 'Approved; 57 not permitted, when a hold is placed' },
  short: { digits: '51', label: 'Declined, soft: 51 not enough funds' },
  issuerAway: { digits: '91', label: 'Declined, soft: 91 issuer does not answer' },
  lost: { digits: '41', label: 'Declined, hard: 41 lost card' },
  stolen: { digits: '43', label: 'Declined, hard: 43 stolen card' },
  expired: { digits: '54', label: 'Declined, hard: 54 expired card' },
  disputesNotAuthorised: { digits: '61', label: 'Approved; disputed ten weeks later: not authorised' },
  disputesNotProvided: { digits: '62', label: 'Approved; disputed ten weeks later: not provided' },
  disputesNotAsDescribed: { digits: '63', label: 'Approved; disputed ten weeks later: not as described' },
  disputesCancelled: { digits: '64', label: 'Approved; disputed ten weeks later: cancelled, not given back' },
  disputesOtherSum: { digits: '65', label: 'Approved; disputed ten weeks later: twice, or another sum' },
  disputesAuthorisation: { digits: '66', label: 'Approved; disputed ten weeks later: no authorisation' },
  asksFirst: { digits: '67', label: 'Approved; its bank asks ten weeks later, before it disputes' },
  opensAgain: { digits: '68', label: 'Approved; disputed ten weeks later, and again after it was won' },
  disputesClaims: { digits: '69', label: 'Approved; what is captured of a hold is disputed ten weeks later' },
} as const;

export type CardBehaviour = keyof typeof testCards;

/** ISO/IEC 7812: numbers that begin with 9 are for national use, so that no real card has one of these. */
const issuer = '9310';

/** A number of 16 digits for that behaviour; the account makes one card differ from another. */
export function testNumber(behaviour: CardBehaviour, account = 0): string {
  const digits = issuer + testCards[behaviour].digits + String(account % 1e9).padStart(9, '0');
  return digits + [...'0123456789'].find((last) => hasCheckDigit(digits + last))!;
}

export type CardFault = 'not_a_number' | 'mistyped' | 'not_a_test_card';

/** What a typed number stands for. Only the network's own frame may call this: it alone sees numbers. */
export function readNumber(typed: string): { behaviour: CardBehaviour; last4: string } | { fault: CardFault } {
  const digits = typed.replace(/[\s-]/g, '');
  if (!/^\d{12,19}$/.test(digits)) return { fault: 'not_a_number' };
  if (!hasCheckDigit(digits)) return { fault: 'mistyped' };
  const found = Object.entries(testCards).find(([, card]) => digits.startsWith(issuer + card.digits));
  if (!found || digits.length !== 16) return { fault: 'not_a_test_card' };
  return { behaviour: found[0] as CardBehaviour, last4: digits.slice(-4) };
}
