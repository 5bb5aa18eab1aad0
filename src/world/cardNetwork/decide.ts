import type { CardBehaviour } from '#world/cardNetwork/testCards';

export type IssuerDecision =
  | { readonly say: 'approve' }
  | { readonly say: 'confirm' }
  | { readonly say: 'decline'; readonly code: string; readonly decline: 'soft' | 'hard' };

const soft = (code: string): IssuerDecision => ({ say: 'decline', code, decline: 'soft' });
const hard = (code: string): IssuerDecision => ({ say: 'decline', code, decline: 'hard' });
const approve: IssuerDecision = { say: 'approve' };

/** The short card goes through again after this many refusals on file. */
const shortRefusals = 2;

/** What the issuer of a test card says to a request. */
export function decide(
  behaviour: CardBehaviour,
  request: {
    readonly kind: 'charge' | 'authorise' | 'verify';
    readonly clientPresent: boolean;
    readonly renewal: boolean;
  },
  refusals: number,
): IssuerDecision {
  switch (behaviour) {
    case 'approves':
    case 'disputesNotAuthorised':
    case 'disputesNotProvided':
    case 'disputesNotAsDescribed':
    case 'disputesCancelled':
    case 'disputesOtherSum':
    case 'disputesAuthorisation':
    case 'asksFirst':
    case 'opensAgain':
    case 'disputesClaims':
      return approve;
    case 'confirms':
      return request.clientPresent ? { say: 'confirm' } : approve;
    case 'confirmsHolds':
      return request.clientPresent || (request.kind === 'authorise' && !request.renewal) ? { say: 'confirm' } : approve;
    case 'shortOnFile':
      return !request.clientPresent && request.kind === 'charge' && refusals < shortRefusals ? soft('51') : approve;
    case 'noRenewal':
      return request.renewal ? hard('62') : approve;
    case 'noHolds':
      return request.kind === 'authorise' ? hard('57') : approve;
    case 'short':
      return soft('51');
    case 'issuerAway':
      return soft('91');
    case 'lost':
      return hard('41');
    case 'stolen':
      return hard('43');
    case 'expired':
      return hard('54');
  }
}
