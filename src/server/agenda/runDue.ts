import { byItself } from '#server/actor/actorNow';
import { standing } from '#core/booking/standing';
import { type WantedErrand, wantedErrands } from '#core/agenda/wantedErrands';
import type { Instant } from '#core/calendar/instant';
import { wantedQuoteErrands } from '#core/agenda/wantedQuoteErrands';
import { type Afterwards, errandKinds, type RunErrand } from '#server/agenda/errandKinds';
import { sendQuoteMessage, turnQuote } from '#server/agenda/quoteErrands';
import { isOver, lockRequest, standingOfRequest } from '#server/requests/requests';
import { writeRequestReminder } from '#server/letters/writeRequestLetter';
import { lettersOfVoucher, sendVoucher } from '#server/credit/onlineVouchers';
import { agreedOf, lockBooking } from '#server/booking/lockBooking';
import { pauseOver } from '#server/database/pauses';
import { cleanError } from '#server/logging/cleanError';
import { rowsOf, type Tx } from '#server/database/database';
import { lockQuote, standingOf } from '#server/quotes/lockQuote';
import { quotes } from '#server/database/schema/quotes';
import { errands } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { and, eq, gt, inArray, min, sql } from 'drizzle-orm';

type Claimed = {
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

/** A claim is taken again after this: its process died. */
const claimSeconds = 60;
/** Pauses between tries, in seconds of real time; after the last the errand is shown on Today. */
const pauses = [1, 5, 30, 120, 600, 3600] as const;

/** What is looked at: all of it, of some bookings or a quote, or the places that have run out. */
type Concerning = 'all' | 'places' | { readonly bookings: readonly string[] } | { readonly quote: string };

function concerns(of: Concerning) {
  if (of === 'all') return sql`true`;
  if (of === 'places') return eq(errands.kind, 'lapse');
  if ('bookings' in of) return inArray(errands.bookingId, [...of.bookings]);
  // With the booking that it has become.
  return sql`(${errands.quoteId} = ${of.quote} or ${errands.bookingId} = (select booking_id from ${quotes} where id = ${of.quote}))`;
}

/**
 * One statement, so that several processes on one server share the work: the earliest that are due and that nobody
 * else is claiming now.
 */
async function claimNext({ db, clock }: Deps, of: Concerning, most: number): Promise<Claimed[]> {
  const claimed = await rowsOf<Claimed>(
    db,
    sql`update ${errands} set state = 'claimed', tries = tries + 1, tried_at = now(), pause = ${claimSeconds}
        where id = any(array(
          select id from ${errands}
          where state in ('waiting', 'claimed') and at <= ${clock.now()} and ${pauseOver(errands.triedAt, errands.pause)}
            and ${concerns(of)}
          order by at, key limit ${most} for update skip locked
        )) returning id, at, booking_id, quote_id, voucher_id, request_id, key, kind, tries`,
  );
  const order = ({ at, key }: Claimed): string => `${at} ${key}`;
  return claimed.sort((a, b) => (order(a) < order(b) ? -1 : 1));
}

/** What is wanted of that key now, and how it is carried out; null where nothing is. */
type Wanted = { readonly at: Instant; readonly run: () => Promise<Afterwards> } | null;

async function wantedOfBooking(tx: Tx, deps: Deps, { booking_id, key, kind }: Claimed, now: Instant): Promise<Wanted> {
  const loaded = (await lockBooking(tx, booking_id!))!;
  const current = standing(agreedOf(loaded.booking), loaded.facts, now);
  // A turn is wanted until its moment and never at it: it is what makes the states of that moment be written. What
  // documents follow is looked at with the facts, whatever has come since.
  const asItIs: WantedErrand | null =
    kind === 'turn' || kind === 'document' ? { key, kind, at: now } : invoiceErrand(key, kind, now);
  const errand = asItIs ?? wantedErrands(current, loaded.facts).find((wanted) => wanted.key === key);
  if (!errand) return null;
  const carryOutErrand = errandKinds[errand.kind] as RunErrand;
  const run = () => carryOutErrand({ tx, deps, loaded, standing: current, now }, errand);
  return { at: errand.at, run };
}

/** Whether the invoice is still open is looked at as it is carried out. */
const invoiceErrand = (key: string, kind: string, at: Instant): WantedErrand | null =>
  kind === 'invoiceOverdue' ? { key, kind, at, document: key.split(':')[1]! } : null;

async function wantedOfQuote(tx: Tx, deps: Deps, { quote_id, key, kind }: Claimed, now: Instant): Promise<Wanted> {
  const loaded = (await lockQuote(tx, quote_id!))!;
  if (kind === 'quoteTurn') return { at: now, run: () => turnQuote(tx, loaded, now) };
  const errand = wantedQuoteErrands(standingOf(loaded, now), loaded.facts).find((wanted) => wanted.key === key);
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

/** Who knows what is wanted of an errand. */
function finderOf({ voucher_id, request_id, booking_id }: Claimed) {
  if (voucher_id !== null) return wantedOfVoucher;
  if (request_id !== null) return wantedOfRequest;
  return booking_id === null ? wantedOfQuote : wantedOfBooking;
}

/** Checks again that the errand is wanted, commits what it sets off, and carries that out after the commit. */
async function runClaimed(deps: Deps, claimed: Claimed): Promise<void> {
  const { id } = claimed;
  const afterwards = await deps.db.transaction(async (tx) => {
    const now = deps.clock.now();
    const wanted = await finderOf(claimed)(tx, deps, claimed, now);
    const moved = wanted !== null && wanted.at > now;
    if (!wanted || moved) {
      await tx
        .update(errands)
        .set(moved ? { state: 'waiting', at: wanted.at, triedAt: null } : { state: 'dropped', triedAt: null })
        .where(eq(errands.id, id));
      return null;
    }
    await tx.update(errands).set({ state: 'done', doneAt: now, triedAt: null, error: null }).where(eq(errands.id, id));
    return wanted.run();
  });
  deps.note('errand carried out', { errand: id, kind: claimed.kind });
  try {
    await afterwards?.();
  } catch (error) {
    // The intent or message is committed: it is asked about again by itself, and the errand must not make a second.
    deps.report(`errand ${id} is committed and will be carried out again`, error);
  }
}

async function fail(deps: Deps, { id, tries }: Claimed, error: unknown): Promise<void> {
  const pause = pauses[tries - 1];
  deps.report(`errand ${id} failed, try ${tries}`, error);
  await deps.db
    .update(errands)
    .set({
      state: pause === undefined ? 'failed' : 'waiting',
      error: cleanError(error).message ?? cleanError(error).type,
      triedAt: sql`now()`,
      pause: pause ?? 0,
    })
    .where(inArray(errands.id, [id]));
}

/** Carries out everything that is due, in its order: the agenda's own. @returns how many errands were taken */
export const runDue = (deps: Deps): Promise<number> => byItself(() => runClaims(deps, 'all', Infinity));

/** So many errands at most are carried out within somebody's request; the agenda takes the rest a moment later. */
const mostInARequest = 20;

/**
 * Carries out what is due of that which a request was about, so that its answer is true; whatever else is due waits for
 * the agenda and holds nobody up.
 */
export const runDueOf = (deps: Deps, of: Exclude<Concerning, 'all'>): Promise<number> =>
  byItself(() => runClaims(deps, of, mostInARequest));

/** Some of what is due, after an event of a processor: the agenda takes the rest. */
export const runSomeDue = (deps: Deps): Promise<number> => byItself(() => runClaims(deps, 'all', mostInARequest));

/** So many are claimed at once: few enough that another process need not wait long for those of one that died. */
const batch = 16;

async function runClaims(deps: Deps, of: Concerning, most: number): Promise<number> {
  let taken = 0;
  while (taken < most) {
    const claimed = await claimNext(deps, of, Math.min(batch, most - taken));
    if (claimed.length === 0) break;
    taken += claimed.length;
    await carryOutAll(deps, claimed);
  }
  return taken;
}

/** Those of one booking in their order, those of different ones side by side. */
async function carryOutAll(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  if (deps.together === 1) return oneAfterAnother(deps, claimed);
  const of = (each: Claimed) => each.booking_id ?? each.quote_id ?? each.voucher_id ?? each.request_id;
  const groups = [...new Set(claimed.map(of))].map((subject) => claimed.filter((each) => of(each) === subject));
  const worker = async (): Promise<void> => {
    for (let group = groups.shift(); group; group = groups.shift()) await oneAfterAnother(deps, group);
  };
  await Promise.all(Array.from({ length: deps.together }, worker));
}

async function oneAfterAnother(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  for (const each of claimed)
    try {
      await runClaimed(deps, each);
    } catch (error) {
      await fail(deps, each, error);
    }
}

/** Frees what a process had claimed that is dead: only for one that has the data to itself. */
export const releaseClaims = ({ db }: Pick<Deps, 'db'>): Promise<unknown> =>
  db.update(errands).set({ state: 'waiting', triedAt: null }).where(eq(errands.state, 'claimed'));

/** The moment of the next errand, however far away; null where nothing is planned. */
export async function nextErrandMoment({ db, clock }: Deps): Promise<Instant | null> {
  const [row] = await db
    .select({ at: min(errands.at) })
    .from(errands)
    // One whose try failed is of before; it waits for its pause, and nobody waits for it.
    .where(and(eq(errands.state, 'waiting'), gt(errands.at, clock.now())));
  return row?.at ?? null;
}
