import type { KeptFor } from '#core/bookings/facts';
import type { BookingState } from '#core/bookings/bookingState';
import { keptAmount } from '#core/cancellation/keep';
import { chargeableOf, holdAgreed } from '#core/consent/chargeable';
import type { Consented } from '#core/consent/consented';
import { least, type Minor, minor, most, remainder, sum, zero } from '#core/money/minor';
import { percentOf } from '#core/money/percentOf';

type Of = Pick<BookingState, 'parts' | 'hold' | 'agreed' | 'ledger' | 'position'>;

/** The most that may be claimed of a booking: what its terms say, else as much as is held. */
export function mostClaimed({
  agreed,
  plan,
  securityInHand,
}: Pick<BookingState, 'agreed' | 'plan' | 'securityInHand'>): Minor {
  const rule = agreed.terms.claims?.most;
  if (!rule) return most(plan.hold?.amount ?? zero, securityInHand);
  return 'fixed' in rule ? rule.fixed : minor(percentOf(agreed.total, rule.percent));
}

/** What a cancellation can leave owed at most: the whole price, or what the dearest rule keeps, less what has come. */
function mostKept({ agreed, position }: Pick<BookingState, 'agreed' | 'position'>): Minor {
  const { total, terms } = agreed;
  const { tiers, noShow } = terms.cancellation;
  // Where no tier is met, or nobody comes, all of it is kept, unless the terms say otherwise.
  const keeps = [...tiers.map(({ keep }) => keep), ...(noShow ? [noShow] : [])].map((keep) =>
    keptAmount(keep, total, position.received),
  );
  return remainder(most(total, keeps.reduce(most, zero)), position.received);
}

/**
 * What the terms have a kept card pay from now on, each purpose with its sum: what a client is asked to agree to.
 * @param use what it is kept for, where that is not both
 */
export function purposesOf(bookingState: Of & Pick<BookingState, 'plan' | 'securityInHand'>, use?: KeptFor): Consented {
  const { parts, hold, agreed, ledger } = bookingState;
  const over = ledger.closedOut !== null || ledger.cancelled !== null || ledger.lapsed;
  const charged = parts.filter(
    (part) => part.origin !== 'claims' && part.origin !== 'cancellation' && part.collect === 'charge' && !part.now,
  );
  const instalments = charged
    .filter((part) => part.left > 0 && part.due !== null)
    .map(({ name, paid, left, due }) => ({ name, amount: sum([paid, left]), due }));
  const kept = mostKept(bookingState);
  const claimed = mostClaimed(bookingState);
  const pays = use !== 'hold';
  const holds = use !== 'payments' && hold !== null && !over;
  // Where the terms let it, a hold pays for a cancellation as well.
  const paysKept = pays || (holds && agreed.terms.holdCoversKeep === true);
  return {
    instalments: pays ? instalments : [],
    hold: holds ? { amount: hold.wanted, until: hold.until } : null,
    cancellation: paysKept && !over && kept > 0 ? { most: kept } : null,
    claims: !over && claimed > 0 ? { most: claimed, days: agreed.terms.claims?.answerDays ?? 0 } : null,
  };
}

/** What the terms now want of the card on file beyond what its holder agreed to; nothing where all of it was. */
export type NotAgreed = {
  readonly parts: readonly { readonly name: string; readonly amount: Minor; readonly agreed: Minor }[];
  readonly hold: { readonly amount: Minor; readonly agreed: Minor } | null;
};

/** What is asked of the client anew (section 17, rule 3): until they agree the old sums stand. */
export function notAgreed({ parts, hold, ledger, stage }: Of & Pick<BookingState, 'stage'>): NotAgreed {
  if (stage === 'closed' || stage === 'cancelled' || stage === 'lapsed') return { parts: [], hold: null };
  const allowed = chargeableOf(parts, ledger);
  const short = parts.flatMap(({ name, left, collect, origin, now }, index) =>
    ledger.card && collect === 'charge' && !now && origin === 'plan' && allowed[index]! < left
      ? [{ name, amount: left, agreed: allowed[index]! }]
      : [],
  );
  if (!hold || !ledger.holdCard) return { parts: short, hold: null };
  const agreed = holdAgreed(hold.wanted, ledger);
  return { parts: short, hold: agreed < hold.wanted ? { amount: hold.wanted, agreed } : null };
}

/** Whether the client is to be asked again. */
export const asksAnew = ({ parts, hold }: NotAgreed): boolean => parts.length > 0 || hold !== null;

/** What is held of a card that was at the counter, or is in hand of a refundable deposit. */
function shownFor({ ledger, securityInHand }: Pick<BookingState, 'ledger' | 'securityInHand'>): Minor {
  const present = ledger.authorisations.filter((held) => held.present && held.state === 'inForce');
  return sum([securityInHand, ...present.flatMap(({ amount, taken }) => [amount, taken])]);
}

/** What claims may still take in all: never more than was agreed. Null where nobody said how much: all that is held. */
export function claimsLeft(
  bookingState: Pick<BookingState, 'ledger' | 'agreed' | 'plan' | 'securityInHand'>,
): Minor | null {
  const {
    ledger,
    agreed: { terms },
  } = bookingState;
  const taken = sum(ledger.after.claims.map((claim) => claim.taken));
  const purposes = ledger.holdCard?.purposes ?? ledger.card?.purposes;
  if (!purposes && !terms.claims?.most) return null;
  // A card shown at the counter, or money that was paid as a deposit, says by itself that it may be claimed from.
  const named = purposes ? most(purposes.claims?.most ?? zero, shownFor(bookingState)) : mostClaimed(bookingState);
  return remainder(least(named, most(mostClaimed(bookingState), shownFor(bookingState))), taken);
}
