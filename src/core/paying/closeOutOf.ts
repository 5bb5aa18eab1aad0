import type { Claimed, Fact } from '#core/booking/facts';
import type { Standing } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';
import { refundsNewestFirst } from '#core/cancellation/refunds';
import { closeout } from '#core/closeout/closeout';
import { type Minor, remainder, sum, zero } from '#core/money/minor';
import { closingFacts } from '#core/paying/closingFacts';
import type { Refund } from '#core/paying/givingBack';
import type { IntentRequest } from '#core/paying/request';
import { ok, refuse, type Result } from '#core/result';

export type CloseOutDecided = {
  /** What is recorded at once. */
  readonly facts: readonly Fact[];
  /** What a processor is asked to take from the hold; what closes the booking comes with its answer. */
  readonly capture: { readonly request: IntentRequest; readonly amount: Minor } | null;
  /** What goes back of a refundable deposit. */
  readonly refunds: readonly Refund[];
};
export type MayNotCloseOut =
  { readonly code: 'not_to_close_out' } | { readonly code: 'no_consent_for_balance'; readonly path: 'coverBalance' };

/**
 * The decision after the service (money-rules.md, section 7): claims are met from the hold or the refundable deposit,
 * the rest goes back, what they could not pay is owed.
 */
export function closeOutOf(
  standing: Standing,
  { claims, coverBalance }: { readonly claims: readonly Claimed[]; readonly coverBalance: boolean },
  { total, tax, at }: { readonly total: Minor; readonly tax: Minor; readonly at: Instant },
): Result<CloseOutDecided, MayNotCloseOut> {
  const { ledger, hold, position, stage, agreed } = standing;
  if (stage !== 'toCloseOut') return refuse({ code: 'not_to_close_out' });
  if (coverBalance && !agreed.terms.holdCoversBalance)
    return refuse({ code: 'no_consent_for_balance', path: 'coverBalance' });
  const decision: Fact = { kind: 'closeOutDecided', at, claims, coverBalance };
  const about = { request: null, claims, captured: false, ledger, total, tax, now: at };

  if (standing.parts.some((part) => part.origin === 'security')) {
    const { securityInHand: security } = standing;
    const closing = closingFacts({ ...about, security, securityCoversBalance: coverBalance });
    const settled = closing.find((fact) => fact.kind === 'securitySettled')!;
    const refunds = refundsNewestFirst(ledger.receipts, settled.back);
    return ok({ facts: [decision, ...closing], capture: null, refunds });
  }
  const held = hold?.inForce?.amount ?? zero;
  const figures = closeout({ held, claims, outstanding: position.outstanding, coverBalance });
  if (figures.capture === 0) {
    const closing = closingFacts({ ...about, releasing: held });
    return ok({ facts: [decision, ...closing], capture: null, refunds: [] });
  }
  const balance = remainder(figures.capture, sum(figures.met.map((claim) => claim.amount)));
  const request = { kind: 'capture' as const, authorisation: hold!.inForce!.id, held, balance, claims };
  return ok({ facts: [decision], capture: { request, amount: figures.capture }, refunds: [] });
}
