import type { ClaimSaid } from '#core/claims/said';
import type { Fact, FactKind, FactOf } from '#core/bookings/facts';
import { addHours, type Instant } from '#core/calendar/instant';
import { type Minor, minor, remainder, sum, zero } from '#core/money/minor';

export type ClaimAnswer =
  | { readonly kind: 'accepted'; readonly at: Instant; readonly amount: Minor }
  | { readonly kind: 'objected'; readonly at: Instant; readonly note: string; readonly agreesTo: Minor | null };

/** A claim as it stands in the facts; what the clock adds is read by `claimState`. */
export type BookedClaim = ClaimSaid & {
  readonly madeAt: Instant;
  readonly answerBy: Instant | null;
  readonly answer: ClaimAnswer | null;
  /** What the owner stays with after an objection, and their word on it. */
  readonly decided: { readonly at: Instant; readonly note: string } | null;
  readonly withdrawn: boolean;
  /** What was taken from a hold or deposit for it so far. */
  readonly taken: Minor;
  /** Closed with the booking: what was not taken is owed. */
  readonly closed: boolean;
};

/**
 * `waits`: for the client, until its day. `objected`: for the owner. `ready`: accepted, decided, or its day has passed
 * without a word, and it may be taken. `taken`, `closed` and `withdrawn` are over.
 */
export type ClaimState = 'waits' | 'objected' | 'ready' | 'taken' | 'closed' | 'withdrawn';

export function claimState(claim: BookedClaim, asOf: Instant): ClaimState {
  const { withdrawn, closed, taken, amount, answer, decided, answerBy } = claim;
  if (withdrawn) return 'withdrawn';
  if (closed) return 'closed';
  if (taken >= amount) return 'taken';
  if (decided || answer?.kind === 'accepted') return 'ready';
  if (answer) return 'objected';
  return answerBy !== null && asOf < answerBy ? 'waits' : 'ready';
}

/** Hours that the cover of a claim goes on after it was answered, or after its day: the owner decides in them. */
export const claimDecideHours = 48;

/** Until when the hold is needed for a claim; null where it is not. */
export function claimNeedsHoldUntil(claim: BookedClaim, asOf: Instant): Instant | null {
  const state = claimState(claim, asOf);
  if (state === 'withdrawn' || state === 'closed' || state === 'taken') return null;
  const since = claim.decided?.at ?? claim.answer?.at ?? claim.answerBy ?? claim.madeAt;
  return addHours(since, claimDecideHours);
}

const said = ({ claimId, what, reason, amount, restsOn, pictures }: ClaimSaid): ClaimSaid => ({
  claimId,
  what,
  reason,
  amount,
  restsOn,
  pictures,
});

type Claims = readonly BookedClaim[];
type Reads = { readonly [K in FactKind]?: (claims: Claims, fact: FactOf<K>) => Claims };

const on = (claims: Claims, id: string, change: Partial<BookedClaim>): Claims =>
  claims.map((claim) => (claim.claimId === id ? { ...claim, ...change } : claim));

const reads: Reads = {
  claimMade(claims, fact) {
    const open = { answer: null, decided: null, withdrawn: false, taken: zero, closed: false };
    return [...claims, { ...said(fact), madeAt: fact.at, answerBy: fact.answerBy, ...open }];
  },
  claimCorrected(claims, fact) {
    const before = claims.find(({ claimId }) => claimId === fact.claimId);
    // Who has accepted a sum has accepted a smaller one.
    const stays = before?.answer?.kind === 'accepted' && fact.amount <= before.answer.amount;
    const answer = stays ? before.answer : null;
    return on(claims, fact.claimId, { ...said(fact), answerBy: fact.answerBy, answer, decided: null });
  },
  claimWithdrawn: (claims, { claimId }) => on(claims, claimId, { withdrawn: true }),
  claimAccepted: (claims, { claimId, at, amount }) => on(claims, claimId, { answer: { kind: 'accepted', at, amount } }),
  claimObjected: (claims, { claimId, at, note, agreesTo = null }) =>
    on(claims, claimId, { answer: { kind: 'objected', at, note, agreesTo } }),
  claimDecided: (claims, { claimId, amount, at, note }) => on(claims, claimId, { amount, decided: { at, note } }),
  claimsTaken: (claims, fact) =>
    claims.map((claim) => {
      const taken = fact.claims.find(({ id }) => id === claim.claimId);
      return taken ? { ...claim, taken: minor(claim.taken + taken.amount) } : claim;
    }),
  claimOwed: (claims, fact) =>
    claims.map((claim) => (fact.claims?.some(({ id }) => id === claim.claimId) ? { ...claim, closed: true } : claim)),
  closedOut: (claims) => claims.map((claim) => (claim.withdrawn ? claim : { ...claim, closed: true })),
};

/** The claims of a booking after one more fact; any other fact leaves them as they are. */
export const withClaim = (claims: Claims, fact: Fact): Claims =>
  (reads[fact.kind] as ((claims: Claims, fact: Fact) => Claims) | undefined)?.(claims, fact) ?? claims;

/** What is claimed and not taken yet of these. */
export const claimLeft = ({ amount, taken }: Pick<BookedClaim, 'amount' | 'taken'>): Minor => remainder(amount, taken);

/** What was accepted by the client in so many words: beyond the hold nothing else may be charged. */
export const acceptedIn = (claims: readonly BookedClaim[]): Minor =>
  sum(
    claims
      .filter(({ answer, withdrawn }) => !withdrawn && answer?.kind === 'accepted')
      .map(({ amount, answer }) => (answer?.kind === 'accepted' && answer.amount < amount ? answer.amount : amount)),
  );
