import type { FactOf } from '#core/booking/facts';
import type { HeldAuthorisation, Ledger } from '#core/booking/ledger';
import { addHours, type Instant } from '#core/calendar/instant';
import { holdHours, type HoldPlan } from '#core/hold/holdPlan';
import type { Minor } from '#core/money/minor';
import type { HoldRule } from '#core/plan/rules';

export type HoldState = 'planned' | 'asked' | 'inForce' | 'endingSoon' | 'captured' | 'released' | 'lapsed' | 'refused';

export type HoldStanding = {
  readonly state: HoldState;
  readonly amount: Minor;
  readonly from: Instant;
  readonly until: Instant;
  /** The last moment for a capture: the end of cover, or an earlier expiry that nothing will renew. */
  readonly decideBy: Instant;
  /** The newest authorisation in force. */
  readonly inForce: HeldAuthorisation | null;
  /** Older ones that a successor has replaced and that are still to be released. */
  readonly replaced: readonly HeldAuthorisation[];
  /** When the one in force is renewed; null where it lasts, or where the card refuses. */
  readonly renewAt: Instant | null;
  /** Time before the end of cover that nothing protects, known or already running. */
  readonly gap: { readonly from: Instant; readonly until: Instant } | null;
  /** The refusal that stands in the way, on the card now on file. */
  readonly refusal: FactOf<'holdRefused'> | null;
  /** When the refused card is tried again. */
  readonly retryAt: Instant | null;
};

/** Soft refusals of a hold are tried again after these many hours. */
const retryHours = [3, 3] as const;

function refusalStanding(ledger: Ledger, since: Instant | null): Pick<HoldStanding, 'refusal' | 'retryAt'> {
  const onCard = ledger.holdRefusals.filter(
    (refusal) => refusal.cardId === ledger.card?.cardId && (since === null || refusal.at >= since),
  );
  const refusal = onCard.at(-1) ?? null;
  const pause = retryHours[onCard.length - 1];
  const retryAt = refusal?.decline === 'soft' && pause !== undefined ? addHours(refusal.at, pause) : null;
  return { refusal, retryAt };
}

/** Where the hold of a booking stands: the plan's cover against what the card network gave. */
export function holdStanding(plan: HoldPlan, rule: HoldRule, ledger: Ledger, asOf: Instant): HoldStanding {
  const alive = ledger.authorisations.filter((held) => held.state === 'inForce');
  const inForce = alive.at(-1) ?? null;
  const last = ledger.authorisations.at(-1) ?? null;
  const { refusal, retryAt } = refusalStanding(ledger, last?.placedAt ?? null);
  const common = {
    amount: inForce?.amount ?? plan.amount,
    from: plan.from,
    until: plan.until,
    inForce,
    replaced: alive.slice(0, -1),
    refusal,
    retryAt,
  };
  const ended = ledger.closedOut !== null || ledger.cancelled !== null || ledger.lapsed || asOf >= plan.until;

  if (inForce) {
    const { margin } = holdHours(rule);
    const tooShort = inForce.expires < addHours(plan.until, margin) && !ended;
    const stuck = tooShort && refusal !== null && retryAt === null;
    const renewAt = !tooShort || stuck ? null : (retryAt ?? addHours(inForce.expires, -margin));
    const uncovered = stuck && inForce.expires < plan.until;
    return {
      ...common,
      state: uncovered ? 'endingSoon' : 'inForce',
      decideBy: uncovered ? inForce.expires : plan.until,
      renewAt,
      gap: uncovered ? { from: inForce.expires, until: plan.until } : null,
    };
  }
  if (last && (last.state === 'captured' || last.state === 'released')) {
    return { ...common, state: last.state, decideBy: plan.until, renewAt: null, gap: null };
  }
  const opened = last?.endedAt ?? plan.from;
  const overdue = asOf >= plan.from && !ledger.card;
  const gap = ended || (!last && !refusal && !overdue) ? null : { from: opened, until: plan.until };
  const state: HoldState = ledger.holdAsked ? 'asked' : last ? 'lapsed' : refusal ? 'refused' : 'planned';
  return { ...common, state, decideBy: plan.until, renewAt: null, gap };
}
