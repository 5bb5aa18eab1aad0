import type { DisputeFamily } from '#core/claims/said';
import type { Fact, FactKind, FactOf } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import type { Minor } from '#core/money/minor';

/** `asked`: the bank asks before it takes anything. `dropped`: it asked, and went no further. */
export type DisputeState = 'asked' | 'open' | 'answered' | 'won' | 'lost' | 'givenIn' | 'dropped';

export type Dispute = {
  readonly id: string;
  readonly receiptId: string;
  /** What counted towards the booking, and what of it had paid claims. */
  readonly amount: Minor;
  readonly claims: Minor;
  /** A fee passed on and a tip that were taken with it. */
  readonly fee: Minor;
  readonly feeTax: Minor;
  readonly tip: Minor;
  readonly charge: Minor;
  readonly family: DisputeFamily;
  readonly code: string;
  readonly openedAt: Instant;
  readonly answerBy: Instant;
  readonly state: DisputeState;
  readonly answeredAt: Instant | null;
  readonly decidedAt: Instant | null;
  /** Whether the money is gone for now, or for good. */
  readonly taken: boolean;
};

const zero = 0 as Minor;

function begun(fact: FactOf<'disputeAsked'> | FactOf<'disputeOpened'>): Dispute {
  const { disputeId: id, receiptId, amount, family, code, answerBy, at: openedAt } = fact;
  const opened = fact.kind === 'disputeOpened';
  const { claims = zero, charge = zero, fee = zero, feeTax = zero, tip = zero } = opened ? fact : {};
  const about = { id, receiptId, amount, claims, fee, feeTax, tip, charge, family, code, openedAt, answerBy };
  return { ...about, state: opened ? 'open' : 'asked', answeredAt: null, decidedAt: null, taken: opened };
}

type Disputes = readonly Dispute[];
type Reads = { readonly [K in FactKind]?: (disputes: Disputes, fact: FactOf<K>) => Disputes };

const on = (disputes: Disputes, id: string, change: Partial<Dispute>): Disputes =>
  disputes.map((dispute) => (dispute.id === id ? { ...dispute, ...change } : dispute));
// An inquiry that becomes a dispute, and one that is opened again, stay one matter.
const anew = (disputes: Disputes, fact: FactOf<'disputeAsked'> | FactOf<'disputeOpened'>): Disputes => [
  ...disputes.filter(({ id }) => id !== fact.disputeId),
  begun(fact),
];

const reads: Reads = {
  disputeAsked: anew,
  disputeOpened: anew,
  disputeAnswered: (disputes, { disputeId, at }) => on(disputes, disputeId, { state: 'answered', answeredAt: at }),
  disputeDecided: (disputes, { disputeId, outcome, at }) =>
    on(disputes, disputeId, { state: outcome, decidedAt: at, taken: outcome === 'lost' || outcome === 'givenIn' }),
};

/** The disputes of a booking after one more fact; any other fact leaves them as they are. */
export const withDispute = (disputes: Disputes, fact: Fact): Disputes =>
  (reads[fact.kind] as ((disputes: Disputes, fact: Fact) => Disputes) | undefined)?.(disputes, fact) ?? disputes;

/** Whether its money is away and nobody has decided yet: neither due, asked for, charged nor given back. */
export const isUndecided = ({ state, taken }: Dispute): boolean => taken && (state === 'open' || state === 'answered');

/** What disputes that were lost have taken of what counted: owed again, and asked for by its owner alone. */
export const lostInDisputes = (disputes: readonly Dispute[]): Minor =>
  disputes
    .filter(({ state }) => state === 'lost' || state === 'givenIn')
    .reduce((all, { amount, claims }) => (all + amount - claims) as Minor, zero);

/** What of each receipt is disputed now, by its id. */
export function disputedOf(disputes: readonly Dispute[], receiptId: string): Minor {
  return disputes
    .filter((dispute) => dispute.receiptId === receiptId && isUndecided(dispute))
    .reduce((all, { amount, claims }) => (all + amount - claims) as Minor, zero);
}
