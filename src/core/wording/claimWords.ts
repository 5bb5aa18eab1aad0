import { type BookedClaim, claimState, type ClaimState } from '#core/claims/claims';
import type { ClaimKind } from '#core/claims/said';
import type { BookingState } from '#core/bookings/bookingState';
import { localDate } from '#core/calendar/zoned';
import { formatMoney } from '#core/money/formatMoney';
import { longMoment, shortDate } from '#core/wording/days';

/** What kind of claim it is, as a client reads it before its reason. */
export const claimTitles: Readonly<Record<ClaimKind, string>> = {
  damage: 'Damage or loss',
  late: 'Late return',
  refill: 'Refilling or cleaning',
  other: 'Something else',
};

/** Where a claim stands, as its client reads it. */
export const claimStateForClient: Readonly<Record<ClaimState, string>> = {
  waits: 'Please accept it, or say why not',
  objected: 'You objected; we look at it',
  ready: 'It will be settled',
  taken: 'Taken',
  closed: 'Settled',
  withdrawn: 'Withdrawn; nothing is taken',
};

/** Where it stands, as the owner reads it. */
export const claimStateForOwner: Readonly<Record<ClaimState, string>> = {
  waits: 'Waits for the client',
  objected: 'The client objects',
  ready: 'May be taken',
  taken: 'Taken',
  closed: 'Settled',
  withdrawn: 'Withdrawn',
};

/** The facts of a claim in one line: "Damage or loss: cracked lens, € 120.00." */
export const claimSentence = (
  { what, reason, amount }: Pick<BookedClaim, 'what' | 'reason' | 'amount'>,
  currency: string,
) => `${claimTitles[what]}: ${reason}, ${formatMoney(amount, currency)}.`;

/** What of the claims of a booking a client has to answer, and until when; what happens without an answer. */
export function claimSentences({ ledger, agreed, asOf, hold }: BookingState): { claimed: string[]; answer: string } {
  const today = localDate(asOf, agreed.timeZone);
  const told = ledger.after.claims.filter((claim) => ['waits', 'ready'].includes(claimState(claim, asOf)));
  const claimed = told.map((claim) => {
    const rests = claim.restsOn ? ` ${claim.restsOn}` : '';
    return `${claimSentence(claim, agreed.currency)}${rests}`;
  });
  const until = told.flatMap(({ answerBy }) => answerBy ?? []).toSorted()[0];
  const from = hold?.inForce ? 'from what your bank has set aside' : 'by a request to you';
  const answer = until
    ? `Please accept or object until ${longMoment(until, agreed.timeZone, today)}. Until then nothing is taken. If we do not hear from you, it is settled ${from}.`
    : `It is settled ${from}.`;
  return { claimed, answer };
}

/** What became of a claim that was objected to. */
export function decidedSentences({ ledger, agreed, asOf }: BookingState): string[] {
  const today = localDate(asOf, agreed.timeZone);
  return ledger.after.claims.flatMap((claim) => {
    if (claim.withdrawn) return [`We withdraw this: ${claim.reason}. Nothing is taken for it.`];
    if (!claim.decided) return [];
    const day = shortDate(localDate(claim.decided.at, agreed.timeZone), today);
    const note = claim.decided.note ? ` ${claim.decided.note}` : '';
    return [`On ${day} we decided on your objection: ${claimSentence(claim, agreed.currency)}${note}`];
  });
}
