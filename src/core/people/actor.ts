import type { Fact, FactKind } from '#core/bookings/facts';
import type { FactWithoutPersonalData } from '#core/factCodec/personalData';

/**
 * Who did something. A person of the business by the id of their sign-in, a client by the device that they used (the hash
 * of what it keeps), somebody else who pays, a program by the id of its key, a processor by the account whose event came
 * in, or the clock: what Ostendo does by itself. Null where it was not kept.
 */
export type Actor =
  | { readonly kind: 'person'; readonly id: string | null }
  | { readonly kind: 'client'; readonly device: string | null }
  | { readonly kind: 'payer' }
  | { readonly kind: 'program'; readonly id: string }
  | { readonly kind: 'processor'; readonly account: string | null }
  | { readonly kind: 'clock' };

/** A fact as it is kept: with whoever did it. */
export type Recorded<F> = F & { readonly actor: Actor };

/** Facts in which a client agrees to something: a program can carry it, and never give it. */
const consents: ReadonlySet<FactKind> = new Set(['cardKept', 'paymentAuthorised', 'confirmed', 'claimAccepted']);

/** Whether an actor may be the one who did this. */
export const mayHaveDone = (actor: Actor, fact: Fact): boolean =>
  actor.kind !== 'program' || !(consents.has(fact.kind) || (fact.kind === 'agreed' && fact.agreement !== undefined));

const person: Actor = { kind: 'person', id: null };
const client: Actor = { kind: 'client', device: null };
const processor: Actor = { kind: 'processor', account: null };
const clock: Actor = { kind: 'clock' };

const usually = {
  agreed: client,
  received: client,
  refunded: clock,
  refundRefused: processor,
  cardKept: client,
  debitSent: clock,
  debitReturned: processor,
  accountChosen: person,
  chargeDeclined: clock,
  holdAsked: clock,
  holdPlaced: clock,
  holdRefused: clock,
  holdReleased: clock,
  holdLapsed: processor,
  holdCaptured: clock,
  keptFromHold: clock,
  securitySettled: clock,
  givenUp: person,
  changed: person,
  gapAccepted: person,
  delivered: clock,
  claimOwed: clock,
  closeOutDecided: person,
  closedOut: person,
  cancelled: person,
  lapsed: clock,
  placeKept: client,
  confirmed: client,
  revived: client,
  paymentAuthorised: client,
  paymentCaptured: clock,
  paymentReleased: clock,
  clientAsked: client,
  askAnswered: person,
  sent: clock,
  seen: client,
  payerAsked: client,
  consentWithdrawn: client,
  holdWanted: person,
  holdExtended: clock,
  holdRaised: clock,
  claimsTaken: clock,
  claimMade: person,
  claimCorrected: person,
  claimWithdrawn: person,
  claimAccepted: client,
  claimObjected: client,
  claimDecided: person,
  broughtBack: person,
  notBack: person,
  courtesy: person,
  putRight: person,
  disputeAsked: processor,
  disputeOpened: processor,
  disputeAnswered: person,
  disputeDecided: processor,
} satisfies Record<FactKind, Actor>;

const byHand: ReadonlySet<string> = new Set(['cash', 'transfer', 'cheque', 'reader']);

/** Whoever did what was kept before actors were: as far as the fact itself says it, else whoever usually does it. */
export function actorOfOld(fact: FactWithoutPersonalData): Actor {
  if (fact.kind === 'agreed' || fact.kind === 'changed' || fact.kind === 'confirmed')
    return fact.by === 'owner' ? person : client;
  if (fact.kind === 'cancelled') return fact.by === 'client' ? client : person;
  if (fact.kind === 'lapsed') return fact.reason === 'declined' ? person : clock;
  if (fact.kind === 'received') return byHand.has(fact.method) ? person : client;
  if (fact.kind === 'chargeDeclined' || fact.kind === 'debitSent') return fact.clientPresent ? client : clock;
  return usually[fact.kind];
}
