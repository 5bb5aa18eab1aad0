import { type BookedClaim, claimState } from '#core/claims/claims';
import type { ClaimSaid } from '#core/claims/said';
import type { Claimed, Fact } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { addHours, type Instant } from '#core/calendar/instant';
import { mostClaimed } from '#core/consent/purposesOf';
import { type Minor, remainder, sum } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';

/** A booking's claims can be so many, withdrawn ones included. */
const mostClaims = 40;

export type MayNotClaim =
  | { readonly code: 'not_begun' | 'claim_unknown' | 'claim_settled' | 'too_many_claims' }
  | { readonly code: 'above_most'; readonly limit: Minor; readonly path: 'amount' };

const isOver = (claim: BookedClaim, asOf: Instant): boolean =>
  claim.taken > 0 || ['taken', 'closed', 'withdrawn'].includes(claimState(claim, asOf));

/** Until when the client answers a claim that is told now; null where the terms ask for no answer. */
export function answerBy({ agreed, asOf }: Pick<BookingState, 'agreed' | 'asOf'>): Instant | null {
  const days = agreed.terms.claims?.answerDays ?? 0;
  return days > 0 ? addHours(asOf, days * 24) : null;
}

/**
 * A claim as its owner says it, new or corrected: from the start of the service on, also after the close-out, and never
 * beyond the most that the terms let be claimed in all. What was taken is corrected no more.
 */
export function claimSaid(
  bookingState: BookingState,
  { said, isNew, key }: { readonly said: ClaimSaid; readonly isNew: boolean; readonly key: string },
): Result<Fact, MayNotClaim> {
  const { ledger, asOf, startAt, agreed, stage } = bookingState;
  if (asOf < startAt || ['waiting', 'enquiry', 'lapsed'].includes(stage)) return refuse({ code: 'not_begun' });
  const { claims } = ledger.after;
  const before = claims.find(({ claimId }) => claimId === said.claimId);
  if (!isNew && !before) return refuse({ code: 'claim_unknown' });
  if (before && isOver(before, asOf)) return refuse({ code: 'claim_settled' });
  if (isNew && claims.length >= mostClaims) return refuse({ code: 'too_many_claims' });
  const others = claims.filter(({ claimId, withdrawn }) => !withdrawn && claimId !== said.claimId);
  if (agreed.terms.claims?.most) {
    const limit = remainder(mostClaimed(bookingState), sum(others.map(({ amount }) => amount)));
    if (said.amount > limit) return refuse({ code: 'above_most', limit, path: 'amount' });
  }
  const by = answerBy(bookingState);
  if (!before) return ok({ kind: 'claimMade', at: asOf, ...said, key, answerBy: by });
  // Less of the same is no other claim: the day for the answer stays.
  const same = said.amount <= before.amount && said.reason === before.reason;
  return ok({ kind: 'claimCorrected', at: asOf, ...said, answerBy: same ? before.answerBy : by });
}

export type MayNotAnswer = { readonly code: 'claim_unknown' | 'claim_settled' | 'claim_changed' | 'answered_before' };

/** The client accepts the sum that they were shown, or objects to it; each once, until its day. */
export function claimAnswered(
  { ledger, asOf }: Pick<BookingState, 'ledger' | 'asOf'>,
  answer: {
    readonly claimId: string;
    readonly accept: boolean;
    readonly seen: Minor;
    readonly note: string;
    readonly agreesTo?: Minor | undefined;
  },
): Result<Fact | null, MayNotAnswer> {
  const { claimId, accept, seen, note, agreesTo } = answer;
  const claim = ledger.after.claims.find((each) => each.claimId === claimId);
  if (!claim) return refuse({ code: 'claim_unknown' });
  if (isOver(claim, asOf)) return refuse({ code: 'claim_settled' });
  if (claim.amount !== seen) return refuse({ code: 'claim_changed' });
  const { answer: before, decided, amount } = claim;
  if (before) {
    if (accept === (before.kind === 'accepted')) return ok(null);
    // An objection can be taken back by accepting, also after the owner has decided; not the other way round.
    if (!accept) return refuse({ code: 'answered_before' });
  }
  // Who said nothing until the day can still accept; an objection comes too late then.
  if (!accept && (decided || claimState(claim, asOf) === 'ready')) return refuse({ code: 'claim_settled' });
  if (accept) return ok({ kind: 'claimAccepted', at: asOf, claimId, amount });
  return ok({
    kind: 'claimObjected',
    at: asOf,
    claimId,
    amount,
    note,
    ...(agreesTo === undefined ? {} : { agreesTo }),
  });
}

/** After an objection the owner stays with the sum, or with less. */
export function claimDecided(
  { ledger, asOf }: Pick<BookingState, 'ledger' | 'asOf'>,
  { claimId, amount, note }: { readonly claimId: string; readonly amount: Minor; readonly note: string },
): Result<
  Fact,
  | { readonly code: 'claim_unknown' | 'not_objected' }
  | { readonly code: 'above_claim'; readonly limit: Minor; readonly path: 'amount' }
> {
  const claim = ledger.after.claims.find((each) => each.claimId === claimId);
  if (!claim) return refuse({ code: 'claim_unknown' });
  if (claimState(claim, asOf) !== 'objected') return refuse({ code: 'not_objected' });
  if (amount > claim.amount) return refuse({ code: 'above_claim', limit: claim.amount, path: 'amount' });
  return ok({ kind: 'claimDecided', at: asOf, claimId, amount, note });
}

export function claimWithdrawn(
  { ledger, asOf }: Pick<BookingState, 'ledger' | 'asOf'>,
  claimId: string,
): Result<Fact, { readonly code: 'claim_unknown' | 'claim_settled' }> {
  const claim = ledger.after.claims.find((each) => each.claimId === claimId);
  if (!claim) return refuse({ code: 'claim_unknown' });
  if (isOver(claim, asOf)) return refuse({ code: 'claim_settled' });
  return ok({ kind: 'claimWithdrawn', at: asOf, claimId });
}

/** Claims of after the close-out, or of a cancelled booking: nothing is held any more, and the client is asked for them. */
export function claimsAskedFor(
  { ledger, asOf }: Pick<BookingState, 'ledger' | 'asOf'>,
  ids: readonly string[],
): Result<Fact, { readonly code: 'not_closed' | 'claim_not_decided' }> {
  if (!ledger.closedOut && !ledger.cancelled) return refuse({ code: 'not_closed' });
  const ready = ledger.after.claims.filter(
    (claim) => ids.includes(claim.claimId) && claimState(claim, asOf) === 'ready',
  );
  if (ready.length === 0 || ready.length < new Set(ids).size) return refuse({ code: 'claim_not_decided' });
  const claims = ready.map(({ claimId: id, reason, amount, taken, what: kind }): Claimed => ({
    id,
    reason,
    amount: remainder(amount, taken),
    kind,
  }));
  return ok({ kind: 'claimOwed', at: asOf, amount: sum(claims.map(({ amount }) => amount)), claims });
}
