import { wantedJobs } from '#core/jobs/wantedJobs';
import type { Ledger } from '#core/bookings/ledger';
import { type BookingState, bookingState } from '#core/bookings/bookingState';
import { secondsOf, type Instant } from '#core/calendar/instant';
import { dealOf } from '#server/bookings/dealOf';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import { coverOf, duePartsOf, summaryOf } from '#server/bookings/summaryOf';
import { asOfNow } from '#server/bookings/seenUntil';
import { ofDocuments } from '#server/jobs/plan/planJobs';
import { documentOfCause } from '#server/mail/letters/writeDocumentLetter';
import { type Difference, differs, listDiffers } from '#server/verify/differs';
import type { Piece } from '#server/verify/readPiece';

/** A booking's summary, due parts, cover, places and agenda, from its facts. */
export function verifyBooking(piece: Piece, loaded: LoadedBooking, ledger: Ledger, now: Instant): Difference[] {
  const { booking, client, facts } = loaded;
  const { id, number } = booking;
  const current = bookingState(agreedOf(booking), facts, asOfNow(now, { facts, agenda: piece.errands(id) }));
  const lastChange = facts.findLast((fact) => fact.kind === 'changed');
  const confirmed = facts.findLast((fact) => fact.kind === 'confirmed');
  return [
    ...(lastChange ? differs('what was changed', number, dealOf(booking), lastChange.after) : []),
    ...(confirmed ? differs('agreed when confirmed', number, booking.agreed, confirmed.agreed) : []),
    ...verifyPlaces(piece, loaded, current),
    ...differs('summary', number, piece.summaries(id)[0], summaryOf(booking, client, current)),
    ...differs('due parts', number, piece.parts(id), duePartsOf(booking, current)),
    ...differs('cover', number, piece.covers(id)[0] ?? null, coverOf(booking, current)),
    ...verifyAgenda(piece, loaded, current),
    ...verifyDone(piece, loaded, ledger),
  ];
}

const isDone = ({ state }: { readonly state: string }): boolean =>
  state === 'done' || state === 'failed' || state === 'claimed';

/** What waits is what is wanted, less what was done. */
function verifyAgenda(piece: Piece, { booking, facts }: LoadedBooking, current: BookingState): Difference[] {
  const kept = piece.errands(booking.id);
  const done = new Set(kept.filter(isDone).map(({ key }) => key));
  // Wanted as a fact or an invoice is recorded, and no more from then on.
  const waiting = kept.filter(({ state, kind }) => state === 'waiting' && kind !== 'invoiceOverdue');
  const wanted = wantedJobs(current, facts).filter(({ key }) => !done.has(key));
  const said = ({ key, at }: { readonly key: string; readonly at: string }): string => `${at} ${key}`;
  return listDiffers('agenda', booking.number, waiting.map(said), wanted.map(said));
}

/** What an errand asks of a processor begins so; what people ask for has other causes. */
const intentOfErrand = /^(?:charge|hold|renew|release|letGo):/;
/** Causes of letters to a booking that no errand writes. */
const byHand = (cause: string): boolean => documentOfCause(cause) !== null || /^(?:payer|byHand):/.test(cause);
/** The same letter to who pays a share. */
const ofPayer = /:payer$/;

/** Every letter and request that an errand made, and what the clock delivered, has its errand, which is done. */
const verifyDone = (piece: Piece, loaded: LoadedBooking, ledger: Ledger): Difference[] =>
  doneUnnoticed(piece, loaded, ledger).map((key) => ({
    what: 'errand of what was done',
    where: loaded.booking.number,
    kept: null,
    computed: key,
  }));

/** Keys of what was done of a booking, and of which no errand tells. */
export function doneUnnoticed(piece: Piece, { booking, facts }: LoadedBooking, { lapsed }: Ledger): string[] {
  const { id } = booking;
  const done = new Set(
    piece
      .errands(id)
      .filter((errand) => isDone(errand) && !ofDocuments.has(errand.kind))
      .map(({ key }) => key),
  );
  const byClock = facts.some((fact) => fact.kind === 'delivered' && fact.actor.kind === 'clock');
  const made = [
    ...piece.letters(id).flatMap(({ cause }) => (byHand(cause) ? [] : [cause.replace(ofPayer, '')])),
    ...piece.intents(id).flatMap(({ cause }) => (intentOfErrand.test(cause) ? [cause] : [])),
    ...(byClock && !lapsed ? ['deliver'] : []),
  ];
  return [...new Set(made)].filter((key) => !done.has(key));
}

/** A booking that is over before its time has no place any more; another one has its places for all of its time. */
function verifyPlaces(piece: Piece, { booking }: LoadedBooking, { stage, startAt, endAt }: BookingState): Difference[] {
  const { id, number, count } = booking;
  const taken = piece.taken(id);
  if (stage === 'lapsed' || stage === 'cancelled') return differs('places given back', number, taken.length, 0);
  const short = taken.filter(
    ({ fromSecond, toSecond }) => fromSecond > secondsOf(startAt) || toSecond < secondsOf(endAt),
  );
  return [
    ...differs('time of its places', number, short.length, 0),
    // Each need takes as many units as are booked.
    ...differs('units of its places', number, taken.length % count, 0),
  ];
}
