import { claimState } from '#core/claims/claims';
import { lostInDisputes } from '#core/disputes/disputes';
import type { DisputeFamily } from '#core/claims/said';
import type { PartOrigin } from '#core/bookings/keptPlan';
import type { BookingState } from '#core/bookings/bookingState';
import { addHours, type Instant } from '#core/calendar/instant';
import { notAgreed } from '#core/consent/purposesOf';
import { type Minor, minor, sum, zero } from '#core/money/minor';

/** Something that only the owner can decide, with its deadline and the sum at stake. */
export type Decision =
  | { readonly kind: 'closeOut'; readonly by: Instant; readonly amount: Minor; readonly held: boolean }
  | {
      readonly kind: 'cardRefused';
      readonly by: Instant;
      readonly amount: Minor;
      readonly code: string;
      readonly tries: number;
      readonly nextTry: Instant | null;
    }
  | {
      readonly kind: 'late';
      readonly by: Instant;
      readonly amount: Minor;
      readonly name: string;
      readonly origin?: Exclude<PartOrigin, 'plan'>;
      /** Owed again since a dispute was lost. */
      readonly lost?: true;
    }
  | {
      readonly kind: 'coverGap';
      readonly by: Instant;
      readonly amount: Minor;
      readonly from: Instant;
      readonly until: Instant;
      readonly code: string | null;
    }
  | { readonly kind: 'refundRefused'; readonly by: Instant; readonly amount: Minor; readonly code: string }
  /** A client asks for it; `reserved` says whether what is due at once is held on a card. */
  | { readonly kind: 'request'; readonly by: Instant; readonly amount: Minor; readonly reserved: boolean }
  /** The client asks to cancel or to move it. */
  | { readonly kind: 'clientAsks'; readonly by: Instant; readonly amount: Minor; readonly what: 'cancel' | 'move' }
  | { readonly kind: 'notSecured'; readonly by: Instant; readonly amount: Minor }
  /** The client objects to what is claimed of them. */
  | { readonly kind: 'objected'; readonly by: Instant; readonly amount: Minor; readonly reason: string }
  /** Something has not come back, and was said not to have. */
  | { readonly kind: 'notBack'; readonly by: Instant; readonly amount: Minor; readonly covered: boolean }
  /** The payer's bank takes a payment back, or asks about it (`moved` tells), and hears an answer until then. */
  | {
      readonly kind: 'disputed';
      readonly by: Instant;
      readonly amount: Minor;
      readonly family: DisputeFamily;
      readonly moved: boolean;
      readonly dispute: string;
    }
  /** The client has not agreed to what their card is to pay or hold now: the old sum stands. */
  | { readonly kind: 'notAgreed'; readonly by: Instant; readonly amount: Minor };

/** The hours after the service in which a close-out without a hold is expected. */
const closeOutHours = 48;

/** The hours in which a client who asks for something expects to hear. */
const answerHours = 24;

/** When the card on file is charged again for a part, from the declines on that card since its due moment. */
export function chargeTries({ ledger, agreed }: Pick<BookingState, 'ledger' | 'agreed'>, since: Instant) {
  const declines = ledger.chargeDeclines.filter(
    (decline) => !decline.clientPresent && decline.cardId === ledger.card?.cardId && decline.at >= since,
  );
  const last = declines.at(-1) ?? null;
  const pause = agreed.terms.retryAfterHours[declines.length - 1];
  const nextTry = last?.decline === 'soft' && pause !== undefined ? addHours(last.at, pause) : null;
  return { tries: declines.length, last, nextTry };
}

/** What claims, things that are out and disputes ask of the owner. */
function afterwards({ ledger, hold, stage, asOf, endAt, agreed }: BookingState): Decision[] {
  const { claims, disputes, notBack } = ledger.after;
  const decisions: Decision[] = [];
  for (const claim of claims) {
    if (claimState(claim, asOf) !== 'objected' || claim.answer === null) continue;
    const { reason, amount, answer } = claim;
    decisions.push({
      kind: 'objected',
      by: hold?.inForce ? hold.decideBy : addHours(answer.at, answerHours),
      amount,
      reason,
    });
  }
  if (notBack && stage === 'toCloseOut') {
    const covered = hold?.inForce ?? null;
    decisions.push({ kind: 'notBack', by: endAt, amount: covered?.amount ?? agreed.total, covered: covered !== null });
  }
  for (const { id: dispute, state, family, amount, answerBy: by } of disputes)
    if (state === 'asked' || state === 'open')
      decisions.push({ kind: 'disputed', by, amount, family, moved: state === 'open', dispute });
  return decisions;
}

/** Whether the close-out is for the owner now: not while a claim waits for its client, or a thing for its way back. */
const toCloseOut = ({ stage, ledger: { after }, asOf }: BookingState): boolean =>
  stage === 'toCloseOut' &&
  !after.notBack &&
  after.claims.every((claim) => !['waits', 'objected'].includes(claimState(claim, asOf)));

/** What this booking asks of the owner now, most urgent first. */
export function decisionsOf(bookingState: BookingState): Decision[] {
  const { stage, hold, parts, asOf, ledger, startAt, endAt, securityInHand } = bookingState;
  const decisions: Decision[] = [];
  if (stage === 'enquiry' && ledger.kept) {
    const { total } = bookingState.agreed;
    decisions.push({ kind: 'request', by: ledger.kept.until, amount: total, reserved: ledger.paymentHeld !== null });
  }
  const soonest = (moment: Instant): Instant => (moment < startAt && asOf < startAt ? startAt : moment);

  if (ledger.asked && !ledger.lapsed && !ledger.closedOut) {
    const { at, what } = ledger.asked;
    decisions.push({ kind: 'clientAsks', by: addHours(at, answerHours), amount: bookingState.agreed.total, what });
  }

  // What is on its way from a bank account is waited for.
  const due = parts.filter((part) => (part.state === 'due' || part.state === 'late') && part.left > part.coming);
  const charged = due.filter(
    (part) => part.collect === 'charge' && !part.now && chargeTries(bookingState, part.dueAt!).last,
  );
  if (charged.length > 0) {
    const { last, tries, nextTry } = chargeTries(bookingState, charged[0]!.dueAt!);
    const amount = sum(charged.map((part) => part.left));
    decisions.push({ kind: 'cardRefused', by: soonest(last!.at), amount, code: last!.code, tries, nextTry });
  }
  const late = due.filter((part) => part.state === 'late' && !charged.includes(part));
  if (stage === 'waiting' && !ledger.kept) {
    const waiting = due.filter((part) => part.now);
    if (late.length > 0 || asOf >= startAt) {
      decisions.push({ kind: 'notSecured', by: startAt, amount: sum(waiting.map((part) => part.left)) });
    }
  } else if (stage !== 'waiting' && late.length > 0) {
    const amount = sum(late.map((part) => part.left));
    const { name, origin, dueAt } = late[0]!;
    const of = origin === 'plan' ? {} : { origin };
    const lost = ledger.after.disputes.findLast(({ state }) => state === 'lost' || state === 'givenIn');
    // It was paid in time, and has been owed again since then alone.
    const since = lost && bookingState.position.outstanding <= lostInDisputes(ledger.after.disputes);
    if (since) decisions.push({ kind: 'late', by: lost.decidedAt!, amount, name, lost: true });
    else decisions.push({ kind: 'late', by: soonest(dueAt!), amount, name, ...of });
  }

  const open = stage === 'secured' || stage === 'inService' || stage === 'toCloseOut';
  if (open && hold?.gap && !ledger.gapAccepted && !ledger.holdAsked) {
    const { gap, amount, refusal } = hold;
    decisions.push({ kind: 'coverGap', by: gap.from, amount, ...gap, code: refusal?.code ?? null });
  }
  if (toCloseOut(bookingState)) {
    const by = hold?.inForce ? hold.decideBy : addHours(endAt, closeOutHours);
    decisions.push({
      kind: 'closeOut',
      by,
      amount: hold?.inForce?.amount ?? (securityInHand > 0 ? securityInHand : bookingState.position.outstanding),
      held: Boolean(hold?.inForce) || securityInHand > 0,
    });
  }
  decisions.push(...afterwards(bookingState));
  const anew = stage === 'secured' || stage === 'inService' ? notAgreed(bookingState) : { parts: [], hold: null };
  if (anew.parts.length > 0 || anew.hold) {
    const short = anew.parts.map(({ amount, agreed }) => amount - agreed);
    const amount = minor(sum(short) + (anew.hold ? anew.hold.amount - anew.hold.agreed : zero));
    decisions.push({ kind: 'notAgreed', by: startAt, amount });
  }
  for (const { at, amount, code } of ledger.refundsRefused) {
    decisions.push({ kind: 'refundRefused', by: at, amount, code });
  }
  return decisions.sort((a, b) => (a.by < b.by ? -1 : a.by > b.by ? 1 : 0));
}
