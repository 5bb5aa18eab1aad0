import { claimNeedsHoldUntil } from '#core/claims/claims';
import type { FactOf } from '#core/bookings/facts';
import type { HeldAuthorisation, Ledger } from '#core/bookings/ledger';
import { addHours, type Instant } from '#core/calendar/instant';
import { holdAgreed } from '#core/consent/chargeable';
import { holdHours, type HoldPlan } from '#core/hold/holdPlan';
import { type Minor, remainder, sum } from '#core/money/minor';
import type { HoldRule } from '#core/plan/rules';

export type HoldState = 'planned' | 'asked' | 'inForce' | 'endingSoon' | 'captured' | 'released' | 'lapsed' | 'refused';

export type HoldStanding = {
  readonly state: HoldState;
  readonly amount: Minor;
  /** What terms or owner want held: more than stands while the client has not agreed to it, or a part was taken. */
  readonly wanted: Minor;
  /** What is placed next: what was agreed, less what was taken. */
  readonly toPlace: Minor;
  readonly from: Instant;
  /** Of the cover: longer than planned while a claim is not decided, and while a thing is not back. */
  readonly until: Instant;
  /** The last moment for a capture: the end of cover, or an earlier expiry that nothing will renew. */
  readonly decideBy: Instant;
  /** The newest authorisation in force. */
  readonly inForce: HeldAuthorisation | null;
  /** Older ones that a successor has replaced and that are still to be released. */
  readonly replaced: readonly HeldAuthorisation[];
  /** When the one in force is renewed; null where it lasts, or where the card refuses. */
  readonly renewAt: Instant | null;
  /** When the one in force is let go before the end of cover: to be swapped, or because a change moved the cover. */
  readonly letGoAt: Instant | null;
  /** When one is placed that renews none: the first, one after a lapse or a swap, one of another amount. */
  readonly placeAt: Instant | null;
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
    (refusal) => refusal.cardId === ledger.holdCard?.cardId && (since === null || refusal.at >= since),
  );
  const refusal = onCard.at(-1) ?? null;
  const pause = retryHours[onCard.length - 1];
  const retryAt = refusal?.decline === 'soft' && pause !== undefined ? addHours(refusal.at, pause) : null;
  return { refusal, retryAt };
}

type Common = Pick<
  HoldStanding,
  'wanted' | 'toPlace' | 'from' | 'until' | 'inForce' | 'replaced' | 'refusal' | 'retryAt'
>;
type Question = {
  readonly plan: HoldPlan;
  readonly rule: HoldRule;
  readonly ledger: Ledger;
  readonly asOf: Instant;
  readonly ended: boolean;
};

function whileInForce(
  inForce: HeldAuthorisation,
  common: Common,
  { plan, rule, ledger, asOf, ended }: Question,
): HoldStanding {
  const { refusal, retryAt, until, toPlace } = common;
  const { margin } = holdHours(rule);
  const moved = !ended && plan.from > asOf;
  const tooShort = inForce.expires < addHours(until, margin) && !ended && !moved;
  // A renewal is another charge of the card's limit: for no more than its holder agreed to.
  const agreed = holdAgreed(common.wanted, ledger) >= inForce.amount;
  const stuck = tooShort && ((refusal !== null && retryAt === null) || !agreed);
  const renewAt = !tooShort || stuck ? null : (retryAt ?? addHours(inForce.expires, -margin));
  const swapped = rule.style === 'swap' && renewAt !== null;
  const uncovered = stuck && inForce.expires < until;
  const other = toPlace > 0 && inForce.amount !== toPlace;
  const resized = !ended && !moved && other && (refusal === null || retryAt !== null);
  return {
    ...common,
    amount: inForce.amount,
    state: uncovered ? 'endingSoon' : 'inForce',
    decideBy: uncovered ? inForce.expires : until,
    renewAt: swapped || resized ? null : renewAt,
    letGoAt: moved ? asOf : swapped && !resized ? renewAt : null,
    placeAt: resized ? (retryAt ?? asOf) : null,
    gap: uncovered ? { from: inForce.expires, until } : null,
  };
}

/** Nothing is in force: not yet, between two of a swap, after a lapse, or no more. */
function whileNoneInForce(common: Common, { ledger, asOf, ended }: Question): HoldStanding {
  const { refusal, retryAt, from, until, toPlace } = common;
  const last = ledger.authorisations.at(-1) ?? null;
  const none = {
    ...common,
    amount: toPlace > 0 ? toPlace : common.wanted,
    decideBy: until,
    renewAt: null,
    letGoAt: null,
  };
  const endedAt = last?.endedAt ?? null;
  const over =
    last !== null && (last.state === 'captured' || (last.state === 'released' && (ended || endedAt! >= until)));
  if (over) return { ...none, state: last.state, placeAt: null, gap: null };

  const opened = endedAt !== null && endedAt > from ? endedAt : from;
  const letGo = last?.state === 'released';
  const lapsed = last?.state === 'lapsed' && opened === endedAt;
  const overdue = asOf >= from && (!ledger.holdCard || toPlace === 0);
  const gap = ended || (!lapsed && !refusal && !overdue) ? null : { from: opened, until };
  const state: HoldState = ledger.holdAsked ? 'asked' : lapsed ? 'lapsed' : refusal ? 'refused' : 'planned';
  const wanted = !ended && toPlace > 0 && state !== 'asked' && (!refusal || retryAt !== null);
  return { ...none, state, placeAt: wanted ? (retryAt ?? (letGo ? opened : from)) : null, gap };
}

/** A thing that is not back is covered as long as its account can: this long after the end of an authorisation that lapsed. */
const notBackHours = 30 * 24;

/** The end of the cover, with what happened since: an undecided claim needs it longer, and so does what is not back. */
function coverUntil(planned: Instant, { after, authorisations }: Ledger, asOf: Instant): Instant {
  const ends = [planned, ...after.claims.flatMap((claim) => claimNeedsHoldUntil(claim, asOf) ?? [])];
  const last = authorisations.at(-1);
  // Past the end of whatever is in force, so that it is renewed before that, again and again.
  if (after.notBack && last) ends.push(addHours(last.expires, last.state === 'inForce' ? 1 : notBackHours));
  return ends.reduce((end, other) => (other > end ? other : end));
}

/**
 * Where the hold of a booking stands: the plan's cover against what the card network gave. A cover that a change has
 * moved away lets go of what is held too early; a changed sum is placed anew before the old one goes.
 */
export function holdStanding(plan: HoldPlan, rule: HoldRule, ledger: Ledger, asOf: Instant): HoldStanding {
  const alive = ledger.authorisations.filter((held) => held.state === 'inForce');
  const inForce = alive.at(-1) ?? null;
  const last = ledger.authorisations.at(-1) ?? null;
  const { from, amount: wanted } = plan;
  const until = coverUntil(plan.until, ledger, asOf);
  const taken = sum(ledger.authorisations.map((held) => held.taken));
  const common = {
    wanted,
    toPlace: remainder(inForce?.present ? wanted : holdAgreed(wanted, ledger), taken),
    from,
    until,
    inForce,
    replaced: alive.slice(0, -1),
    ...refusalStanding(ledger, last?.placedAt ?? null),
  };
  const ended = ledger.closedOut !== null || ledger.cancelled !== null || ledger.lapsed || asOf >= until;
  const question = { plan, rule, ledger, asOf, ended };
  return inForce ? whileInForce(inForce, common, question) : whileNoneInForce(common, question);
}
