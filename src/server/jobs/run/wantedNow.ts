import { bookingState } from '#core/bookings/bookingState';
import { type WantedJob, wantedJobs } from '#core/jobs/wantedJobs';
import type { Instant } from '#core/calendar/instant';
import { wantedQuoteJobs } from '#core/jobs/wantedQuoteJobs';
import { type Afterwards, jobKinds, type RunJob } from '#server/jobs/run/jobKinds';
import { sendQuoteMessage, turnQuote } from '#server/jobs/run/quoteJobs';
import { isOver, lockRequest, standingOfRequest } from '#server/paymentRequests/requests';
import { writeRequestReminder } from '#server/mail/letters/writeRequestLetter';
import { lettersOfVoucher, sendVoucher } from '#server/credit/onlineVouchers';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import { lockQuote, standingOf } from '#server/quotes/lockQuote';
import type { Deps } from '#server/deps';

/** An errand as it was claimed. */
export type Claimed = {
  id: string;
  at: Instant;
  booking_id: string | null;
  quote_id: string | null;
  voucher_id: string | null;
  request_id: string | null;
  key: string;
  kind: string;
  tries: number;
};

/** What is wanted of that key now, and how it is carried out; null where nothing is. */
export type Wanted = { readonly at: Instant; readonly run: () => Promise<Afterwards> } | null;

export function wantedOfBooking(
  tx: Tx,
  deps: Deps,
  { key, kind }: Claimed,
  loaded: LoadedBooking,
  now: Instant,
): Wanted {
  const current = bookingState(agreedOf(loaded.booking), loaded.facts, now);
  // A turn is wanted until its moment and never at it: it is what makes the states of that moment be written. What
  // documents follow is looked at with the facts, whatever has come since.
  const asItIs: WantedJob | null =
    kind === 'turn' || kind === 'document' ? { key, kind, at: now } : invoiceErrand(key, kind, now);
  const errand = asItIs ?? wantedJobs(current, loaded.facts).find((wanted) => wanted.key === key);
  if (!errand) return null;
  const carryOutErrand = jobKinds[errand.kind] as RunJob;
  const run = () => carryOutErrand({ tx, deps, loaded, bookingState: current, now }, errand);
  return { at: errand.at, run };
}

/** Whether the invoice is still open is looked at as it is carried out. */
const invoiceErrand = (key: string, kind: string, at: Instant): WantedJob | null =>
  kind === 'invoiceOverdue' ? { key, kind, at, document: key.split(':')[1]! } : null;

async function wantedOfQuote(tx: Tx, deps: Deps, { quote_id, key, kind }: Claimed, now: Instant): Promise<Wanted> {
  const loaded = (await lockQuote(tx, quote_id!))!;
  if (kind === 'quoteTurn') return { at: now, run: () => turnQuote(tx, loaded, now) };
  const errand = wantedQuoteJobs(standingOf(loaded, now), loaded.facts).find((wanted) => wanted.key === key);
  if (errand?.kind !== 'quoteMessage') return null;
  return { at: errand.at, run: () => sendQuoteMessage({ tx, deps, loaded, now }, errand) };
}

/** A voucher is sent whatever has become of it since: its buyer has paid for that. Not twice, where its owner did so. */
async function wantedOfVoucher(tx: Tx, deps: Deps, { voucher_id }: Claimed, now: Instant): Promise<Wanted> {
  if ((await lettersOfVoucher(tx, voucher_id!)) > 0) return null;
  const run = async (): Promise<Afterwards> => {
    await sendVoucher(tx, deps, voucher_id!, now);
    return async () => deps.outbox.wake();
  };
  return { at: now, run };
}

/** A request that is still open after its day is asked for again. */
async function wantedOfRequest(tx: Tx, deps: Deps, { request_id, key }: Claimed, now: Instant): Promise<Wanted> {
  const request = (await lockRequest(tx, request_id!))!;
  const { left, paid } = await standingOfRequest(tx, request);
  if (isOver(request, now) || (left === null ? paid > 0 : left === 0)) return null;
  const run = async (): Promise<Afterwards> => {
    await writeRequestReminder(tx, deps, request, { key, now });
    return async () => deps.outbox.wake();
  };
  return { at: now, run };
}

/** What is wanted of an errand that is of no booking; what it is of is locked. */
export function wantedElsewhere(tx: Tx, deps: Deps, claimed: Claimed, now: Instant): Promise<Wanted> {
  if (claimed.voucher_id !== null) return wantedOfVoucher(tx, deps, claimed, now);
  if (claimed.request_id !== null) return wantedOfRequest(tx, deps, claimed, now);
  return wantedOfQuote(tx, deps, claimed, now);
}
