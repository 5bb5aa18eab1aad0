import { stepsOnToday } from '#server/queries/settings/begin';
import type { FactWithoutPersonalData } from '#core/factCodec/personalData';
import type { Doing, HorizonDay, TodayView } from '#contracts/bookings/views';
import type { Occasion, WantedJob } from '#core/jobs/wantedJobs';
import { addDays, dayNumber, type PlainDate } from '#core/calendar/days';
import type { Instant } from '#core/calendar/instant';
import type { TimeOfDay } from '#core/calendar/wallTime';
import { wallTime } from '#core/calendar/wallTime';
import { instantOfWall, localDate } from '#core/calendar/zoned';
import { type Minor, minor, sum, zero } from '#core/money/minor';
import { countFailures } from '#server/failures/failures';
import { lastVerified } from '#server/jobs/nightly/nights';
import type { Database } from '#server/database/database';
import { payAccounts } from '#server/database/schema/ways';
import { business } from '#server/database/schema/business';
import { bookings, covers, dueParts, facts, summaries } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { jobs, intents } from '#server/database/schema/work';
import { cashByDay } from '#server/queries/books/cashByDay';
import { requestsDisputed } from '#server/disputes/requestsDisputed';
import { requestsLate } from '#server/paymentRequests/requestsLate';
import { heldDocuments } from '#server/queries/invoices/held';
import { quotesThatWait } from '#server/queries/quotes/quotes';
import { stillOut } from '#server/queries/bookings/stillOut';
import { selectLines } from '#server/queries/bookings/bookingLines';
import { and, asc, desc, eq, gte, isNotNull, isNull, lt, lte, notInArray, or, sql } from 'drizzle-orm';

/** So many are named; the rest is on Invoices. */
const mostUnissued = 5;

const pastDays = 7;
const comingDays = 28;

type Moments = { now: Instant; zone: string; today: PlainDate; from: Instant; until: Instant };

async function horizon(db: Database, moments: Moments, currency: string) {
  const { zone, today, until } = moments;
  const received = await cashByDay(db, moments);
  const due = await db.select().from(dueParts).where(lt(dueParts.dueAt, until));
  const dayOf = (at: Instant): PlainDate => {
    const day = localDate(at, zone);
    return day < today ? today : day; // what is overdue is to be paid today
  };
  const total = (amounts: Iterable<Minor>): Minor => sum(amounts);
  const days = Array.from({ length: pastDays + comingDays + 1 }, (_, index): HorizonDay => {
    const date = addDays(today, index - pastDays);
    const dues = due.filter((part) => part.currency === currency && dayOf(part.dueAt) === date);
    return {
      date,
      received: total(
        received.filter((each) => each.date === date && each.currency === currency).map((each) => each.amount),
      ),
      due: total(dues.filter((part) => part.state !== 'late').map((part) => part.left)),
      late: total(dues.filter((part) => part.state === 'late').map((part) => part.left)),
    };
  });
  const sums = (wanted: string) => ({
    received7: total(
      received
        .filter((each) => each.currency === wanted && dayNumber(each.date) > dayNumber(today) - 7)
        .map((each) => each.amount),
    ),
    due28: total(due.filter((part) => part.currency === wanted).map((part) => part.left)),
  });
  const known = [...new Set([...received, ...due].map((each) => each.currency))];
  return { days, ...sums(currency), known };
}

async function coversInSight(db: Database, { zone, until, from }: Moments, currency: string) {
  const rows = await db
    .select({ cover: covers, number: bookings.number, client: clients.name })
    .from(covers)
    .innerJoin(bookings, eq(bookings.id, covers.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(and(lt(covers.fromAt, until), gte(covers.untilAt, from), eq(covers.currency, currency)))
    .orderBy(asc(covers.fromAt));
  return rows.map(({ cover, number, client }) => ({
    bookingId: cover.bookingId,
    number,
    client,
    amount: cover.amount,
    from: localDate(cover.fromAt, zone),
    until: localDate(cover.untilAt, zone),
    gapFrom: cover.gapFrom ? localDate(cover.gapFrom, zone) : null,
  }));
}

/** Equal doings of one moment become one line: "Asked 4 clients". */
function grouped(doings: readonly Doing[], mostLines: number): Doing[] {
  const lines: Doing[] = [];
  for (const doing of doings) {
    const same = lines.findIndex(
      (line) =>
        line.at === doing.at &&
        line.kind === doing.kind &&
        line.occasion === doing.occasion &&
        line.currency === doing.currency,
    );
    const line = lines[same];
    if (!line) lines.push(doing);
    else {
      const amount = line.amount === null || doing.amount === null ? null : minor(line.amount + doing.amount);
      lines[same] = { ...line, count: line.count + 1, amount };
    }
  }
  return lines.slice(0, mostLines);
}

/** What a fact is told as on Today; null for what is not told. @param onFile whether a payment was charged to the card on file */
function doingOf(fact: FactWithoutPersonalData, onFile: boolean): (Pick<Doing, 'kind'> & Partial<Doing>) | null {
  if (fact.kind === 'sent') return { kind: 'message', occasion: fact.occasion as Occasion };
  if (fact.kind === 'received') return { kind: onFile ? 'charge' : 'received', amount: fact.amount };
  if (fact.kind === 'paymentCaptured') return { kind: 'received', amount: fact.captured };
  if (fact.kind === 'debitReturned') return { kind: 'returned', amount: fact.amount };
  if (fact.kind === 'chargeDeclined') return fact.clientPresent ? null : { kind: 'refused', amount: fact.amount };
  if (fact.kind === 'holdRefused') return { kind: 'refused', amount: fact.amount };
  if (fact.kind === 'holdPlaced') return { kind: fact.renews ? 'renewHold' : 'placeHold', amount: fact.amount };
  return fact.kind === 'holdReleased' ? { kind: 'releaseHold', amount: fact.amount } : null;
}

async function done(db: Database, since: Instant): Promise<Doing[]> {
  const rows = await db
    .select({
      fact: facts.fact,
      client: clients.name,
      number: bookings.number,
      currency: bookings.currency,
      charge: intents.request,
    })
    .from(facts)
    .innerJoin(bookings, eq(bookings.id, facts.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .leftJoin(intents, eq(intents.id, sql`${facts.fact}->>'receiptId'`))
    .where(
      and(
        gte(facts.at, since),
        sql`${facts.fact}->>'kind' in ('sent', 'received', 'paymentCaptured', 'debitReturned', 'chargeDeclined', 'holdPlaced', 'holdReleased', 'holdRefused')`,
      ),
    )
    .orderBy(desc(facts.seq))
    .limit(200);
  const doings = rows.flatMap(({ fact, client, number: bookingNumber, currency, charge }): Doing[] => {
    const about = { at: fact.at, client, bookingNumber, currency, count: 1, occasion: null, amount: null };
    const doing = doingOf(fact, charge?.kind === 'charge');
    return doing ? [{ ...about, ...doing }] : [];
  });
  return grouped(doings, 9);
}

async function coming(db: Database): Promise<Doing[]> {
  const rows = await db
    .select({
      errand: jobs.errand,
      client: clients.name,
      number: bookings.number,
      currency: bookings.currency,
      at: jobs.at,
      held: covers.amount,
      left: dueParts.left,
    })
    .from(jobs)
    .innerJoin(bookings, eq(bookings.id, jobs.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .leftJoin(covers, eq(covers.bookingId, jobs.bookingId))
    .leftJoin(
      dueParts,
      and(eq(dueParts.bookingId, jobs.bookingId), eq(dueParts.part, sql`(${jobs.errand}->>'part')::int`)),
    )
    .where(
      and(
        sql`${jobs.state} = 'waiting'`,
        sql`${jobs.state} in ('waiting', 'claimed')`,
        notInArray(jobs.kind, ['turn', 'deliver', 'document', 'invoiceOverdue', 'requestOverdue']),
      ),
    )
    .orderBy(asc(jobs.at))
    .limit(40);
  const doings = rows.map(({ errand: planned, client, number: bookingNumber, currency, at, held, left }): Doing => {
    const errand = planned as WantedJob; // of a booking: the join leaves out those of quotes
    const holding = errand.kind === 'placeHold' || errand.kind === 'renewHold' || errand.kind === 'releaseHold';
    const occasion = errand.kind === 'message' ? errand.occasion : null;
    return {
      at,
      kind: errand.kind,
      occasion,
      client,
      bookingNumber,
      currency,
      count: 1,
      amount: holding ? held : left,
    };
  });
  return grouped(doings, 8);
}

/** So many of the things that differ are named on Today. */
const mostNamed = 3;

async function differencesOf(db: Database): Promise<TodayView['differences']> {
  const last = await lastVerified({ db });
  if (!last || last.count === 0) return null;
  return { count: last.count, first: last.found.slice(0, mostNamed).map(({ what, where }) => ({ what, where })) };
}

/** Most decisions that one view loads: past it, the list of bookings is the better place. */
const mostDecisions = 200;

/** Over the few bookings that have any of it, by an index of these alone. */
async function totalOf(db: Database, what: 'held' | 'late', currency: string): Promise<Minor> {
  const column = summaries[what];
  const [row] = await db
    .select({ all: sql<Minor>`coalesce(sum(${column}), 0)`.mapWith(column) })
    .from(summaries)
    .where(and(sql`${column} > 0`, eq(summaries.currency, currency)));
  return row?.all ?? zero;
}

/** What waits for its owner, the most urgent first, and of that what is still out. */
async function decisionsOf(db: Database): Promise<Pick<TodayView, 'decisions' | 'out'>> {
  const decisions = await selectLines(db)
    .where(isNotNull(summaries.decideBy))
    .orderBy(asc(summaries.decideBy), asc(bookings.number))
    .limit(mostDecisions);
  const out = await stillOut(
    db,
    decisions.map(({ id }) => id),
  );
  return { decisions: decisions as TodayView['decisions'], out };
}

/** Accounts that were refused access, or soon will be. */
const accessesEnding = (db: Database, now: Instant) =>
  db
    .select({
      id: payAccounts.id,
      name: payAccounts.name,
      currency: payAccounts.currency,
      until: payAccounts.accessUntil,
    })
    .from(payAccounts)
    .where(
      and(isNull(payAccounts.disconnectedAt), or(isNotNull(payAccounts.failedAt), lte(payAccounts.accessUntil, now))),
    )
    .orderBy(asc(payAccounts.accessUntil));

/** @param wanted the currency to draw; the business's where none is named */
export async function todayView(db: Database, now: Instant, wanted?: string): Promise<TodayView> {
  const [owner] = await db.select().from(business);
  const { timeZone: zone, currency: usual } = owner!;
  const currency = wanted ?? usual;
  const today = localDate(now, zone);
  const midnight = (date: PlainDate): Instant => instantOfWall(wallTime(date, '00:00' as TimeOfDay), zone);
  const moments = {
    now,
    zone,
    today,
    from: midnight(addDays(today, -pastDays)),
    until: midnight(addDays(today, comingDays + 1)),
  };
  // None of these waits for another.
  const [
    sky,
    held,
    late,
    sight,
    decided,
    did,
    next,
    failures,
    documents,
    lateRequests,
    disputed,
    accessEnding,
    differences,
    begin,
    quotes,
  ] = await Promise.all([
    horizon(db, moments, currency),
    totalOf(db, 'held', currency),
    totalOf(db, 'late', currency),
    coversInSight(db, moments, currency),
    decisionsOf(db),
    done(db, midnight(addDays(today, -1))),
    coming(db),
    countFailures(db, now),
    heldDocuments(db),
    requestsLate(db, today, now),
    requestsDisputed(db),
    accessesEnding(db, now),
    differencesOf(db),
    stepsOnToday(db),
    quotesThatWait(db),
  ]);
  const { days, received7, due28, known } = sky;
  return {
    today,
    figures: { received7, due28, held, late },
    currency,
    currencies: [usual, ...known.filter((code) => code !== usual).sort()],
    days,
    covers: sight,
    ...decided,
    did,
    next,
    failures,
    unissued: documents.slice(0, mostUnissued),
    requestsLate: lateRequests,
    requestsDisputed: disputed,
    accessEnding,
    differences,
    begin,
    quotes,
  };
}
