import { isUndecided } from '#core/disputes/disputes';
import type { DisputeFamily } from '#core/claims/said';
import type { Fact, FactOf } from '#core/bookings/facts';
import { type Ledger, ledgerOf } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import { divideRounded } from '#core/money/rounding';

/** What a processor tells of a dispute. */
export type DisputeNews = {
  readonly dispute: string;
  readonly state: 'asked' | 'opened' | 'dropped' | 'won' | 'lost';
  readonly amount: Minor;
  readonly charge: Minor;
  readonly family: DisputeFamily;
  readonly code: string;
  readonly answerBy: Instant;
};

/** What was paid on top of a receipt and has not gone back. */
function topLeft(came: FactOf<'received'> | undefined, { receipts }: Ledger) {
  const receipt = receipts.find(({ id }) => id === came?.receiptId);
  const fee = remainder(came?.fee ?? zero, receipt?.fee?.back ?? zero);
  const feeTax = remainder(came?.feeTax ?? zero, receipt?.fee?.taxBack ?? zero);
  // A tip goes back with the whole payment alone.
  const tip = receipt && receipt.refunded < receipt.amount ? (came?.tip ?? zero) : zero;
  return { fee, feeTax, tip };
}

/** The claims that captures of an authorisation paid, less what earlier disputes took of them. */
function claimsPaid(facts: readonly Fact[], authorisation: string, { after }: Ledger): Minor {
  const captured = facts.map((fact) => {
    if (fact.kind === 'claimsTaken' && fact.authorisation === authorisation) return fact.captured;
    if (fact.kind === 'holdCaptured' && fact.authorisation === authorisation) return fact.captured - fact.balance;
    return 0;
  });
  const gone = after.disputes.filter(({ receiptId, taken }) => receiptId === authorisation && taken);
  return remainder(sum(captured), sum(gone.map(({ claims }) => claims)));
}

/**
 * How a disputed sum falls on a booking: on the claims that a capture paid first, then on what counted towards the booking,
 * then on tip and fee. What was given back meanwhile is not taken again.
 */
function fallsOn(amount: Minor, receiptId: string, facts: readonly Fact[], ledger: Ledger) {
  const came = facts.find(
    (fact): fact is FactOf<'received'> => fact.kind === 'received' && fact.receiptId === receiptId,
  );
  const receipt = ledger.receipts.find(({ id }) => id === receiptId);
  const claims = least(amount, claimsPaid(facts, receiptId, ledger));
  const counted = least(remainder(amount, claims), receipt ? remainder(receipt.amount, receipt.refunded) : zero);
  const top = topLeft(came, ledger);
  const onTop = remainder(amount, sum([claims, counted]));
  const tip = least(onTop, top.tip);
  const fee = least(remainder(onTop, tip), top.fee);
  const feeTax = top.fee === 0 ? zero : minor(divideRounded(BigInt(top.feeTax) * BigInt(fee), BigInt(top.fee)));
  return {
    amount: sum([claims, counted]),
    claims,
    ...(fee > 0 ? { fee, feeTax } : {}),
    ...(tip > 0 ? { tip } : {}),
  };
}

/**
 * What news of a dispute adds to one of the bookings that its payment was for: nothing where it was told before, null where
 * something that comes before it is still missing.
 * @param share the part of the disputed sum that falls on this booking
 */
export function factsOfDispute(
  news: DisputeNews,
  { receiptId, share, charge }: { readonly receiptId: string; readonly share: Minor; readonly charge: Minor },
  { facts, at }: { readonly facts: readonly Fact[]; readonly at: Instant },
): Fact[] | null {
  const ledger = ledgerOf(facts);
  const before = ledger.after.disputes.find(({ id }) => id === news.dispute);
  const { dispute: disputeId, family, code, answerBy } = news;
  const about = { at, disputeId, receiptId, family, code, answerBy };
  switch (news.state) {
    case 'asked':
      return before ? [] : [{ kind: 'disputeAsked', ...about, amount: share }];
    case 'opened': {
      if (before && (isUndecided(before) || before.taken)) return [];
      const falls = fallsOn(share, receiptId, facts, ledger);
      const again = before?.state === 'won' ? { again: true as const } : {};
      return [{ kind: 'disputeOpened', ...about, charge, ...falls, ...again }];
    }
    case 'dropped':
    case 'won':
    case 'lost': {
      if (!before) return null;
      if (before.decidedAt !== null) return [];
      if ((news.state === 'dropped') !== !before.taken) return null;
      const { amount, claims, fee, feeTax, tip, receiptId: of } = before;
      const top = { ...(fee > 0 ? { fee, feeTax } : {}), ...(tip > 0 ? { tip } : {}) };
      return [{ kind: 'disputeDecided', at, disputeId, receiptId: of, outcome: news.state, amount, claims, ...top }];
    }
  }
}
