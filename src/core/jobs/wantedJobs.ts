import { claimState } from '#core/claims/claims';
import { lostInDisputes } from '#core/disputes/disputes';
import { chargeTries } from '#core/bookings/decisions';
import { awaitedFrom } from '#core/bookings/ledger';
import type { Fact } from '#core/bookings/facts';
import { type Part } from '#core/bookings/part';
import { payable, type BookingState } from '#core/bookings/bookingState';
import { addDays } from '#core/calendar/days';
import { addHours, type Instant } from '#core/calendar/instant';
import { moveDate } from '#core/calendar/offset';
import { chargeableOf } from '#core/consent/chargeable';
import { asksAnew, notAgreed } from '#core/consent/purposesOf';
import { type TimeOfDay, wallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import { defaultCollectAt } from '#core/plan/plan';
import { debitNoticeDays } from '#core/consent/consented';
import type { Minor } from '#core/money/minor';
import type { Reminder } from '#core/terms/terms';

export type Occasion =
  | 'request'
  | 'confirmation'
  | 'receipt'
  | 'remind'
  | 'ask'
  | 'declined'
  | 'overdue'
  | 'confirmHold'
  | 'holdPlaced'
  | 'holdRefused'
  | 'closedOut'
  | 'cancelled'
  | 'lapsed'
  | 'changed'
  | 'payer'
  | 'requested'
  | 'confirmBooking'
  | 'requestDeclined'
  | 'askDeclined'
  | 'tooLate'
  | 'debitSent'
  | 'debitReturned'
  | 'claim'
  | 'claimDecided'
  | 'courtesy'
  | 'agreeAnew'
  | 'document';

/** One thing that Ostendo will do for a booking by itself. The key makes it happen once. */
export type WantedJob = { readonly key: string; readonly at: Instant } & (
  | { readonly kind: 'message'; readonly occasion: Occasion; readonly part?: number; readonly text?: string }
  | { readonly kind: 'charge'; readonly part: number }
  | { readonly kind: 'placeHold' }
  | { readonly kind: 'renewHold'; readonly authorisation: string }
  | { readonly kind: 'releaseHold'; readonly authorisation: string }
  | { readonly kind: 'lapse' }
  /** The service has ended: revenue and tax are dated then. */
  | { readonly kind: 'deliver' }
  /** Documents may follow from what happened. Wanted with each fact that asks for some, by a setting. */
  | { readonly kind: 'document' }
  /** An invoice is asked for again after its day, if it is still open. Wanted as it is issued. */
  | { readonly kind: 'invoiceOverdue'; readonly document: string }
  /** Looks again: a state changes by the clock alone. */
  | { readonly kind: 'turn' }
);
export type JobKind = WantedJob['kind'];

/** A voucher that was bought online goes to whom it is for. */
export type WantedVoucherJob = { readonly key: 'send'; readonly kind: 'voucher'; readonly at: Instant };

/** Hours in which a client whose bank sent a payment back may pay in another way, before the place is given back. */
export const secondChanceHours = 48;

/** The stages from which a service is given at its time. */
const delivers: ReadonlySet<BookingState['stage']> = new Set<BookingState['stage']>([
  'secured',
  'inService',
  'toCloseOut',
]);

const ended = ({ ledger }: BookingState): boolean =>
  ledger.cancelled !== null || ledger.lapsed || ledger.closedOut !== null;

/** A reminder's moment, and the name that makes it once for each due day. */
function reminderMoment(part: Part, reminder: Reminder, { terms, timeZone }: BookingState['agreed']) {
  const time = reminder.at ?? terms.collectAt ?? defaultCollectAt;
  const day = moveDate(part.due!, reminder, reminder.when === 'before' ? -1 : 1);
  const distance =
    'months' in reminder ? `${reminder.months}m` : 'weeks' in reminder ? `${reminder.weeks}w` : reminder.days;
  const name = `${part.key}:${distance}${reminder.at ? `@${reminder.at}` : ''}`;
  return { at: instantOfWall(wallTime(day, time), timeZone), name };
}

/** Those of the terms; before a collection from a bank account one in time for its mandate, where they have none. */
function remindersOf({ agreed: { terms }, ledger: { card } }: BookingState, part: Part): readonly Reminder[] {
  const collected = card?.purposes !== undefined && card.way === 'debit' && part.collect === 'charge' && !part.now;
  const told = terms.reminders.some(
    (each) => each.when === 'before' && (!('days' in each) || each.days >= debitNoticeDays),
  );
  return collected && !told ? [...terms.reminders, { days: debitNoticeDays, when: 'before' }] : terms.reminders;
}

/**
 * Reminders that are still to come for a part: those before its day only while that is ahead, and none whose moment
 * had passed when the booking was agreed or last changed.
 */
function reminding(bookingState: BookingState, part: Part): WantedJob[] {
  const { agreed, stage, ledger, asOf } = bookingState;
  if (part.collect === 'desk') return [];
  const since = ledger.changes.at(-1)?.at ?? instantOfWall(agreed.agreed, agreed.timeZone);
  return remindersOf(bookingState, part).flatMap((reminder): WantedJob[] => {
    const { at, name } = reminderMoment(part, reminder, agreed);
    const about = { kind: 'message' as const, part: part.index, at, ...(reminder.text ? { text: reminder.text } : {}) };
    if (reminder.when === 'after') return [{ ...about, key: `overdue:${name}`, occasion: 'overdue' }];
    const wanted = !part.now && stage !== 'waiting' && at > since && asOf < part.dueAt!;
    return wanted ? [{ ...about, key: `remind:${name}`, occasion: 'remind' }] : [];
  });
}

/** How much later than its moment a notice may go out and still be one. */
const noticeLateHours = 24;

/**
 * Whether a collection from a bank account has no notice that still holds: its day has passed, or nobody was told in time,
 * as after a long outage. Before its moment nobody knows.
 */
function noticeMissed(bookingState: BookingState, part: Part, facts: readonly Fact[]): boolean {
  const { agreed, ledger, asOf } = bookingState;
  const { card } = ledger;
  if (card?.way !== 'debit' || card.purposes === undefined || asOf < part.dueAt!) return false;
  const given = facts.findLast((fact) => fact.kind === 'cardKept' && fact.cardId === card.cardId)?.at;
  // Who gives the account once it is due gives it for that.
  if (given !== undefined && given >= part.dueAt!) return false;
  if (localDate(asOf, agreed.timeZone) > part.due!) return true;
  const changed = ledger.changes.at(-1)?.at ?? instantOfWall(agreed.agreed, agreed.timeZone);
  const since = given !== undefined && given > changed ? given : changed;
  const notices = remindersOf(bookingState, part)
    .filter(({ when }) => when === 'before')
    .map((reminder) => reminderMoment(part, reminder, agreed).at);
  const [first] = notices.sort();
  if (first === undefined || first <= since) return false;
  return !facts.some(
    (fact) =>
      fact.kind === 'sent' &&
      fact.occasion === 'remind' &&
      fact.at >= first &&
      fact.at <= addHours(first, noticeLateHours),
  );
}

function collecting(bookingState: BookingState, part: Part, chargeable: Minor, facts: readonly Fact[]): WantedJob[] {
  const { ledger, stage } = bookingState;
  if (part.left === part.coming || part.dueAt === null || part.due === null) return [];
  // What a lost dispute took is owed again; whether it is asked for is the owner's to say.
  const lost = lostInDisputes(ledger.after.disputes);
  if (lost > 0 && bookingState.position.outstanding <= lost) return [];
  const errands = reminding(bookingState, part);
  if (part.now || part.collect === 'desk' || stage === 'waiting') return errands;

  // What the client has not agreed that the card pays is asked for.
  if (part.collect === 'ask' || !ledger.card || chargeable === 0) {
    // What a change makes due at once is asked for by the message that tells of the change.
    const told = ledger.changes.some((change) => change.tells && change.at === part.dueAt);
    const ask = { key: `ask:${part.key}`, kind: 'message', occasion: 'ask', part: part.index, at: part.dueAt } as const;
    return told ? errands : [...errands, ask];
  }
  const { tries, last, nextTry } = chargeTries(bookingState, part.dueAt);
  if (!last && noticeMissed(bookingState, part, facts)) {
    const key = `ask:${part.key}:notice`;
    return [...errands, { key, kind: 'message', occasion: 'ask', part: part.index, at: bookingState.asOf }];
  }
  if (!last || nextTry) {
    const key = `charge:${part.key}:${ledger.card.cardId}:${tries}`;
    errands.push({ key, kind: 'charge', part: part.index, at: nextTry ?? part.dueAt });
  }
  // A bank debit that came back is told by a message of its own.
  if (last && !ledger.card.way) {
    const key = `declined:${part.key}:${ledger.card.cardId}:${tries}`;
    errands.push({ key, kind: 'message', occasion: 'declined', part: part.index, at: last.at });
  }
  return errands;
}

function holding(bookingState: BookingState): WantedJob[] {
  const { hold, ledger, stage } = bookingState;
  if (!hold) {
    // A change has taken the hold out of the booking.
    const left = ledger.authorisations.filter((held) => held.state === 'inForce');
    return left.map(({ id }) => ({
      key: `release:${id}`,
      kind: 'releaseHold',
      authorisation: id,
      at: bookingState.asOf,
    }));
  }
  const errands: WantedJob[] = hold.replaced.map((old) => ({
    key: `release:${old.id}`,
    kind: 'releaseHold',
    authorisation: old.id,
    at: ledger.authorisations.at(-1)!.placedAt,
  }));
  const { inForce, refusal, retryAt } = hold;
  // What a cancellation left owed is being captured from it; the network lets the rest go.
  const captured = Boolean(ledger.cancelled?.fromHold);
  if (inForce && !captured) {
    // A cancelled or finished booking lets go at once; an undecided one at the end of its cover.
    const until = ended(bookingState) ? bookingState.asOf : (hold.letGoAt ?? hold.until);
    errands.push({ key: `release:${inForce.id}`, kind: 'releaseHold', authorisation: inForce.id, at: until });
    errands.push({
      key: `held:${ledger.authorisations[0]!.id}`,
      kind: 'message',
      occasion: 'holdPlaced',
      at: ledger.authorisations[0]!.placedAt,
    });
  }
  const unsure = stage === 'waiting' || stage === 'enquiry';
  if (ended(bookingState) || unsure || bookingState.asOf >= hold.until) return errands;
  if (!ledger.holdCard) {
    errands.push({ key: 'cardNeeded', kind: 'message', occasion: 'holdRefused', at: hold.from });
    return errands;
  }

  const { cardId } = ledger.holdCard;
  const refusals = ledger.holdRefusals.filter((each) => each.cardId === cardId).length;
  if (hold.renewAt && inForce) {
    const key = `renew:${inForce.id}:${cardId}:${refusals}`;
    errands.push({ key, kind: 'renewHold', authorisation: inForce.id, at: hold.renewAt });
  }
  if (hold.placeAt) {
    const key = `hold:${ledger.authorisations.length}:${cardId}:${refusals}`;
    errands.push({ key, kind: 'placeHold', at: hold.placeAt });
  }
  if (ledger.holdAsked) {
    errands.push({
      key: `confirm:${ledger.holdAsked.intentId}`,
      kind: 'message',
      occasion: 'confirmHold',
      at: ledger.holdAsked.at,
    });
  }
  if (refusal && !retryAt) {
    errands.push({ key: `refused:${cardId}:${refusals}`, kind: 'message', occasion: 'holdRefused', at: refusal.at });
  }
  return errands;
}

/** How long a client may take on the page after accepting. */
const pageHours = 1;

/** A place that is kept for minutes is that of somebody who is on the page. */
export const keptOnPage = ({ kept }: BookingState['ledger']): boolean =>
  kept?.for === 'payment' && kept.until <= addHours(kept.at, pageHours);

/** While a request waits: to the client what happens next, or the link that confirms. */
function asking({ ledger }: BookingState, awaited: 'client' | 'owner'): WantedJob[] {
  const { at } = ledger.kept!;
  const occasion = awaited === 'owner' ? 'requested' : 'confirmBooking';
  return [{ key: `${occasion}:${at}`, kind: 'message', occasion, at }];
}

/** A client who left the page before paying is not written to; whose money came too late is told where it goes. */
function afterLapse({ ledger, asOf }: BookingState, facts: readonly Fact[]): WantedJob[] {
  const lapsed = facts.findLast((fact) => fact.kind === 'lapsed');
  if (!ledger.lapsed || !lapsed) return [];
  const late = facts.find((fact) => fact.kind === 'received' && fact.at >= lapsed.at);
  if (late) return [{ key: 'tooLate', kind: 'message', occasion: 'tooLate', at: late.at }];
  if (lapsed.reason === 'declined')
    return [{ key: 'requestDeclined', kind: 'message', occasion: 'requestDeclined', at: lapsed.at }];
  if (keptOnPage(ledger)) return [];
  return [{ key: 'lapsed', kind: 'message', occasion: 'lapsed', at: asOf }];
}

/** What is claimed is told as one letter for what was said at one moment, and again where a claim is said anew. */
function aboutClaims(bookingState: BookingState, facts: readonly Fact[]): WantedJob[] {
  const { asOf, ledger } = bookingState;
  const letter = (occasion: Occasion, at: Instant): WantedJob => ({
    key: `${occasion}:${at}`,
    kind: 'message',
    occasion,
    at,
  });
  const said = new Set(
    facts.flatMap((fact) => (fact.kind === 'claimMade' || fact.kind === 'claimCorrected' ? [fact.at] : [])),
  );
  // Told with the close-out where nothing is asked.
  const asks = ledger.after.claims.filter((claim) => claim.answerBy !== null || claimState(claim, asOf) === 'waits');
  const errands = asks.length > 0 ? [...said].map((at) => letter('claim', at)) : [];
  const { stage } = bookingState;
  if ((stage === 'secured' || stage === 'inService') && asksAnew(notAgreed(bookingState))) {
    const key = `agreeAnew:${ledger.changes.length}:${ledger.after.ownHold?.at ?? ''}`;
    errands.push({ key, kind: 'message', occasion: 'agreeAnew', at: asOf });
  }
  for (const fact of facts) {
    if (fact.kind === 'claimDecided' || fact.kind === 'claimWithdrawn') errands.push(letter('claimDecided', fact.at));
    if (fact.kind === 'courtesy')
      errands.push({ key: `courtesy:${fact.courtesyId}`, kind: 'message', occasion: 'courtesy', at: fact.at });
  }
  return errands;
}

function telling(bookingState: BookingState, facts: readonly Fact[]): WantedJob[] {
  const { agreed, ledger, stage } = bookingState;
  const agreedAt = instantOfWall(agreed.agreed, agreed.timeZone);
  const errands: WantedJob[] = [];
  const leftToTheClient =
    agreed.terms.firstPayment?.required === false &&
    bookingState.parts.some((part) => part.now && part.left > part.coming);
  const open = !ended(bookingState) && bookingState.asOf < bookingState.startAt;
  const agreedFact = facts.find((fact) => fact.kind === 'agreed');
  const fromQuote = agreedFact?.quote !== undefined;
  // Who booked on the page is on the page: asked for money by message only where the place waits without a clock.
  const onPage = keptOnPage(ledger);
  const awaited = awaitedFrom(ledger);
  if (awaited && !ended(bookingState)) return asking(bookingState, awaited);
  // What is on its way is not asked for.
  const sent = bookingState.onTheWay > 0 && payable(bookingState).dueNow === 0;
  if ((stage === 'waiting' && !onPage && !sent) || (leftToTheClient && open && !fromQuote && !onPage)) {
    // Who has just accepted a quote is on the page where it is paid: written to only after leaving it.
    const at = fromQuote && agreedFact.by === 'client' ? addHours(agreedAt, pageHours) : agreedAt;
    errands.push({ key: 'request', kind: 'message', occasion: 'request', at });
  }
  // A quote that nothing is paid for yet is confirmed as soon as it is secured.
  const byItself = fromQuote || agreedFact?.by === 'client';
  if (byItself && stage !== 'waiting' && open && !facts.some((fact) => fact.kind === 'received'))
    errands.push({ key: 'booked', kind: 'message', occasion: 'confirmation', at: bookingState.asOf });
  const lapsedAt = ledger.lapsed ? facts.findLast((fact) => fact.kind === 'lapsed')!.at : null;
  facts
    .filter((fact) => fact.kind === 'received')
    .filter((fact) => lapsedAt === null || fact.at < lapsedAt)
    .forEach((fact, index) =>
      errands.push({
        key: `receipt:${fact.receiptId}`,
        kind: 'message',
        occasion: index === 0 && stage !== 'waiting' ? 'confirmation' : 'receipt',
        at: fact.at,
      }),
    );
  for (const fact of facts) {
    if (fact.kind === 'debitSent' && !ledger.lapsed)
      errands.push({ key: `debit:${fact.receiptId}`, kind: 'message', occasion: 'debitSent', at: fact.at });
    if (fact.kind === 'debitReturned' && !ledger.lapsed)
      errands.push({ key: `returned:${fact.receiptId}`, kind: 'message', occasion: 'debitReturned', at: fact.at });
  }
  for (const fact of facts)
    if (fact.kind === 'askAnswered' && !fact.yes)
      errands.push({ key: `askDeclined:${fact.askId}`, kind: 'message', occasion: 'askDeclined', at: fact.at });
  if (ledger.closedOut)
    errands.push({ key: 'closedOut', kind: 'message', occasion: 'closedOut', at: ledger.closedOut.at });
  if (ledger.cancelled)
    errands.push({ key: 'cancelled', kind: 'message', occasion: 'cancelled', at: ledger.cancelled.at });
  ledger.changes.forEach((change, index) => {
    if (change.tells)
      errands.push({ key: `changed:${index + 1}`, kind: 'message', occasion: 'changed', at: change.at });
  });
  errands.push(...afterLapse(bookingState, facts), ...aboutClaims(bookingState, facts));
  return errands;
}

/** The next moment at which the clock alone changes a state: a part falls due or late, the service begins or ends. */
function nextTurn(bookingState: BookingState): Instant | null {
  const { parts, agreed, startAt, endAt, asOf, hold } = bookingState;
  const lateFrom = (part: Part): Instant =>
    instantOfWall(wallTime(addDays(part.due!, agreed.terms.graceDays + 1), '00:00' as TimeOfDay), agreed.timeZone);
  const moments = parts
    .filter((part) => part.left > 0 && part.dueAt !== null)
    .flatMap((part) => [part.dueAt!, lateFrom(part)]);
  if (!ended(bookingState)) moments.push(startAt, endAt);
  if (hold && !ended(bookingState)) moments.push(hold.from, hold.until);
  if (!ended(bookingState))
    moments.push(
      ...bookingState.ledger.after.claims.flatMap(({ answer, answerBy }) => (answer ? [] : (answerBy ?? []))),
    );
  return moments.filter((moment) => moment > asOf).sort()[0] ?? null;
}

/**
 * What is to be done for a booking, and when, as far as it can be told now; keys that were done before are not done
 * again. Read anew after every fact, so that a payment stops its reminders and a moved date moves them.
 */
export function wantedJobs(bookingState: BookingState, facts: readonly Fact[]): WantedJob[] {
  const { agreed, stage } = bookingState;
  const errands = [...telling(bookingState, facts), ...holding(bookingState)];
  if (!bookingState.ledger.lapsed) {
    const chargeable = chargeableOf(bookingState.parts, bookingState.ledger);
    errands.push(
      ...bookingState.parts.flatMap((part, index) => collecting(bookingState, part, chargeable[index]!, facts)),
    );
  }
  const { kept, paymentHeld } = bookingState.ledger;
  // What had been paid and was sent back weeks later is for the owner to decide.
  const recalled = facts.some((fact) => fact.kind === 'debitReturned' && fact.settled);
  const unsure = (stage === 'waiting' || stage === 'enquiry') && !recalled;
  // Also where a part has come, by a voucher that did not reach: it goes back with the place.
  if (unsure && kept && bookingState.onTheWay === 0)
    errands.push({ key: `lapse:${kept.until}`, kind: 'lapse', at: kept.until });
  if (paymentHeld && ended(bookingState)) {
    const { authorisation } = paymentHeld;
    errands.push({ key: `letGo:${authorisation}`, kind: 'releaseHold', authorisation, at: bookingState.asOf });
  }
  const nothingCame = bookingState.position.received === 0 && bookingState.onTheWay === 0 && !recalled;
  if (stage === 'waiting' && !kept && agreed.terms.lapseAfterHours !== undefined && nothingCame) {
    const waited = addHours(instantOfWall(agreed.agreed, agreed.timeZone), agreed.terms.lapseAfterHours);
    const returned = facts.findLast((fact) => fact.kind === 'debitReturned');
    const again = returned ? addHours(returned.at, secondChanceHours) : waited;
    const at = again > waited ? again : waited;
    errands.push({ key: 'lapse', kind: 'lapse', at });
  }
  if (delivers.has(stage) && !bookingState.ledger.delivered)
    errands.push({ key: 'deliver', kind: 'deliver', at: bookingState.endAt });
  const turn = nextTurn(bookingState);
  if (turn) errands.push({ key: `turn:${turn}`, kind: 'turn', at: turn });
  return errands;
}
