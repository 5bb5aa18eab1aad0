import { claimLeft, claimState } from '#core/claims/claims';
import { givenBackOver } from '#core/courtesies/courtesy';
import type { Claimed, Fact } from '#core/bookings/facts';
import { payable, type BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { claimsLeft } from '#core/consent/purposesOf';
import { closeout } from '#core/closeout/closeout';
import { type Minor, remainder, sum, zero } from '#core/money/minor';
import { closingFacts } from '#core/closeout/closingFacts';
import type { Refund } from '#core/payments/givingBack';
import type { ProcessorCall } from '#core/payments/processorCall';
import { ok, refuse, type Result } from '#core/result';

export type CloseOutDecided = {
  /** What is recorded at once. */
  readonly facts: readonly Fact[];
  /** What a processor is asked to take from the hold; what closes the booking comes with its answer. */
  readonly capture: { readonly request: ProcessorCall; readonly amount: Minor } | null;
  /** What goes back of a refundable deposit. */
  readonly refunds: readonly Refund[];
};
export type MayNotCloseOut =
  /** `claim_not_decided`: a claim waits for its client, or for the owner's word on an objection. */
  | { readonly code: 'not_to_close_out' | 'claim_not_decided' }
  /** The terms give the client days to answer a claim before anything is taken. */
  | { readonly code: 'client_is_heard_first'; readonly path: 'claims' }
  | { readonly code: 'no_consent_for_balance'; readonly path: 'coverBalance' };

/** What of the claims of a booking is to be settled now: those that are accepted, decided, or were not answered. */
const settled = ({ ledger, asOf }: BookingState): Claimed[] =>
  ledger.after.claims
    .filter((claim) => claimState(claim, asOf) === 'ready')
    .map((claim) => ({ id: claim.claimId, reason: claim.reason, amount: claimLeft(claim), kind: claim.what }));

/** Claims by their ids, of those that may be taken while the rest of the hold is held on. */
export function takeClaimsOf(
  bookingState: BookingState,
  ids: readonly string[],
): Result<
  { readonly request: Extract<ProcessorCall, { kind: 'takeClaims' }>; readonly amount: Minor },
  { readonly code: 'nothing_held' | 'claim_not_decided' | 'nothing_agreed' }
> {
  const { hold, ledger } = bookingState;
  const inForce = hold?.inForce ?? null;
  if (!inForce || ledger.closedOut || ledger.cancelled) return refuse({ code: 'nothing_held' });
  const ready = settled(bookingState).filter(({ id }) => ids.includes(id));
  if (ready.length === 0 || ready.length < new Set(ids).size) return refuse({ code: 'claim_not_decided' });
  const { met, capture } = closeout({
    held: inForce.amount,
    claims: ready,
    outstanding: zero,
    coverBalance: false,
    mostForClaims: claimsLeft(bookingState) ?? inForce.amount,
  });
  if (capture === 0) return refuse({ code: 'nothing_agreed' });
  const claims = met.filter(({ amount }) => amount > 0);
  return ok({
    request: { kind: 'takeClaims', authorisation: inForce.id, held: inForce.amount, claims },
    amount: capture,
  });
}

/**
 * The decision after the service (docs/rules/closeout.md): claims are met from the hold or the refundable deposit,
 * the rest goes back, what they could not pay is owed.
 */
export function closeOutOf(
  bookingState: BookingState,
  { claims: direct, coverBalance }: { readonly claims: readonly Claimed[]; readonly coverBalance: boolean },
  { total, tax, at }: { readonly total: Minor; readonly tax: Minor; readonly at: Instant },
): Result<CloseOutDecided, MayNotCloseOut> {
  const { ledger, hold, stage, agreed } = bookingState;
  if (stage !== 'toCloseOut') return refuse({ code: 'not_to_close_out' });
  if (coverBalance && !agreed.terms.holdCoversBalance)
    return refuse({ code: 'no_consent_for_balance', path: 'coverBalance' });
  if (direct.length > 0 && (agreed.terms.claims?.answerDays ?? 0) > 0)
    return refuse({ code: 'client_is_heard_first', path: 'claims' });
  if (ledger.after.claims.some((claim) => ['waits', 'objected'].includes(claimState(claim, bookingState.asOf))))
    return refuse({ code: 'claim_not_decided' });
  const claims = [...settled(bookingState), ...direct];
  const most = claimsLeft(bookingState) ?? undefined;
  const decision: Fact = { kind: 'closeOutDecided', at, claims, coverBalance };
  const about = { request: null, claims, captured: false, ledger, total, tax, most, now: at };

  if (bookingState.parts.some((part) => part.origin === 'security')) {
    const { securityInHand: security } = bookingState;
    const closing = closingFacts({ ...about, security, securityCoversBalance: coverBalance });
    const closed = closing.find((fact) => fact.kind === 'securitySettled')!;
    const refunds = refundsNewestFirst(givenBackOver(ledger), closed.back);
    return ok({ facts: [decision, ...closing], capture: null, refunds });
  }
  const held = hold?.inForce?.amount ?? zero;
  const figures = closeout({
    held,
    claims,
    // Nothing is taken twice while it is on its way.
    outstanding: payable(bookingState).outstanding,
    coverBalance,
    ...(most === undefined ? {} : { mostForClaims: most }),
  });
  if (figures.capture === 0) {
    const closing = closingFacts({ ...about, releasing: held });
    return ok({ facts: [decision, ...closing], capture: null, refunds: [] });
  }
  const balance = remainder(figures.capture, sum(figures.met.map((claim) => claim.amount)));
  const request = {
    kind: 'capture' as const,
    authorisation: hold!.inForce!.id,
    held,
    balance,
    claims,
    ...(most === undefined ? {} : { most }),
  };
  return ok({ facts: [decision], capture: { request, amount: figures.capture }, refunds: [] });
}
