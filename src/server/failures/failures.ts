import type { Failure, FailuresView, FailureKind } from '#contracts/failures/failures';
import { peopleIn } from '#server/actor/people';
import type { Instant } from '#core/calendar/instant';
import { type Database, rowsOf } from '#server/database/database';
import { givenUpOn } from '#server/failures/troubles';
import { prepared } from '#server/database/prepared';
import { bookings } from '#server/database/schema/bookings';
import { clients } from '#server/database/schema/clients';
import { paymentRequests, requestPayments } from '#server/database/schema/credit';
import { disputeAnswers } from '#server/database/schema/disputes';
import { quotes } from '#server/database/schema/quotes';
import { payAccounts } from '#server/database/schema/ways';
import { jobs, intents, messages, processorEvents, troubles } from '#server/database/schema/work';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import { and, asc, desc, eq, isNotNull, isNull, lte, not, type SQL, sql } from 'drizzle-orm';

/** So many of each kind are read: whoever has more looks at these first. */
const most = 100;

/** Errands on which money waits. */
const errandsOfMoney: ReadonlySet<string> = new Set(['charge', 'placeHold', 'renewHold', 'releaseHold', 'lapse']);
export const isOfMoney = (errandKind: string): boolean => errandsOfMoney.has(errandKind);

const left = {
  tries: troubles.tries,
  error: troubles.error,
  givenUpAt: troubles.givenUpAt,
  reason: troubles.reason,
  actor: troubles.actor,
};
type Left = {
  readonly givenUpAt: Instant | null;
  readonly reason: string | null;
  readonly actor: (typeof troubles.$inferSelect)['actor'];
};
const givenUpOf = ({ givenUpAt: at, reason, actor }: Left): Failure['givenUp'] =>
  at === null ? null : { at, reason: reason!, actor: actor! };
/** As `renewalId` has it. */
const renewalKey = sql`${payAccounts.id} || ' ' || ${payAccounts.accessUntil}`;
const troubleOf = (kind: Failure['kind'], id: SQL | AnyPgColumn): SQL =>
  and(eq(troubles.kind, kind), sql`${troubles.subject} = ${id}`)!;

type Row = Pick<Failure, 'id' | 'since'> &
  Left & { readonly error: string | null; readonly tries: number | null } & Partial<
    Pick<Failure, 'what' | 'number' | 'who' | 'amount' | 'currency' | 'money' | 'why' | 'again'>
  >;

/** What was read as the view has it: of money, and tried again until it is given up, unless it says otherwise. */
function thing(kind: Failure['kind'], row: Row): Failure {
  const { id, since, what = '', number = '', who = '', amount = null, currency = '', money = true } = row;
  const { why = row.error ?? '', again = row.givenUpAt === null } = row;
  const tries = row.tries ?? 0;
  return { kind, id, what, number, who, amount, currency, money, since, why, tries, again, givenUp: givenUpOf(row) };
}

const lettersLeft = prepared((db) =>
  db
    .select({
      ...left,
      id: messages.id,
      what: messages.occasion,
      number: sql<string>`coalesce(${bookings.number}, ${quotes.number}, ${paymentRequests.number}, '')`,
      who: sql<string>`coalesce(nullif(${messages.recipientName}, ''), ${messages.recipient})`,
      since: messages.madeAt,
      why: messages.error,
      tries: messages.tries,
      state: messages.state,
    })
    .from(messages)
    .leftJoin(bookings, eq(bookings.id, messages.bookingId))
    .leftJoin(quotes, eq(quotes.id, messages.quoteId))
    .leftJoin(paymentRequests, eq(paymentRequests.id, messages.requestId))
    .leftJoin(troubles, and(eq(troubles.kind, 'letter'), eq(troubles.subject, messages.id)))
    .where(
      and(
        isNull(messages.codeId),
        sql`(${messages.state} = 'failed' or (${messages.state} = 'outgoing' and ${messages.error} is not null))`,
      ),
    )
    .orderBy(desc(messages.seq))
    .limit(most),
);

async function letters(db: Database): Promise<Failure[]> {
  const rows = await lettersLeft(db, {});
  return rows.map((row) =>
    thing('letter', { ...row, why: row.why ?? '', money: false, again: row.state === 'outgoing' }),
  );
}

const errandsLeft = prepared((db) =>
  db
    .select({
      ...left,
      id: jobs.id,
      what: jobs.kind,
      number: sql<string>`coalesce(${bookings.number}, ${quotes.number}, ${paymentRequests.number}, '')`,
      who: sql<string>`coalesce(${clients.name}, '')`,
      since: jobs.at,
      why: jobs.error,
      tries: jobs.tries,
      state: jobs.state,
    })
    .from(jobs)
    .leftJoin(bookings, eq(bookings.id, jobs.bookingId))
    .leftJoin(clients, eq(clients.id, bookings.clientId))
    .leftJoin(quotes, eq(quotes.id, jobs.quoteId))
    .leftJoin(paymentRequests, eq(paymentRequests.id, jobs.requestId))
    .leftJoin(troubles, and(eq(troubles.kind, 'errand'), eq(troubles.subject, jobs.id)))
    .where(
      sql`(${jobs.state} = 'failed' or (${and(
        sql`${jobs.state} in ('waiting', 'claimed')`,
        isNotNull(jobs.error),
        lte(jobs.at, sql.placeholder('now')),
      )}))`,
    )
    .orderBy(asc(jobs.at))
    .limit(most),
);

async function overdueErrands(db: Database, now: Instant): Promise<Failure[]> {
  const rows = await errandsLeft(db, { now });
  return rows.map((row) =>
    thing('errand', { ...row, why: row.why ?? '', money: isOfMoney(row.what), again: row.state !== 'failed' }),
  );
}

const callsLeft = prepared((db) =>
  db
    .select({
      ...left,
      id: intents.id,
      what: sql<string>`${intents.request}->>'kind'`,
      number: bookings.number,
      who: clients.name,
      since: intents.madeAt,
      amount: intents.amount,
      currency: bookings.currency,
      tries: troubles.tries,
    })
    .from(intents)
    .innerJoin(bookings, eq(bookings.id, intents.bookingId))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .innerJoin(troubles, troubleOf('call', intents.id))
    .where(eq(intents.state, 'open'))
    .orderBy(asc(intents.madeAt))
    .limit(most),
);

/** What processors were asked and have not answered; a first call that is under way is no trouble yet. */
async function calls(db: Database): Promise<Failure[]> {
  const rows = await callsLeft(db, {});
  return rows.map((row) => thing('call', row));
}

const requestCallsLeft = prepared((db) =>
  db
    .select({
      ...left,
      id: requestPayments.id,
      number: paymentRequests.number,
      since: requestPayments.madeAt,
      amount: requestPayments.amount,
      currency: paymentRequests.currency,
      tries: troubles.tries,
    })
    .from(requestPayments)
    .innerJoin(paymentRequests, eq(paymentRequests.id, requestPayments.requestId))
    .innerJoin(troubles, and(eq(troubles.kind, 'requestCall'), eq(troubles.subject, requestPayments.id)))
    .where(eq(requestPayments.state, 'open'))
    .orderBy(asc(requestPayments.madeAt))
    .limit(most),
);

async function callsOfRequests(db: Database): Promise<Failure[]> {
  const rows = await requestCallsLeft(db, {});
  return rows.map((row) => thing('requestCall', row));
}

const answersLeft = prepared((db) =>
  db
    .select({
      ...left,
      id: disputeAnswers.id,
      what: disputeAnswers.kind,
      since: disputeAnswers.madeAt,
      tries: troubles.tries,
    })
    .from(disputeAnswers)
    .innerJoin(troubles, and(eq(troubles.kind, 'answer'), eq(troubles.subject, disputeAnswers.id)))
    .where(eq(disputeAnswers.state, 'open'))
    .orderBy(asc(disputeAnswers.madeAt))
    .limit(most),
);

async function answersToDisputes(db: Database): Promise<Failure[]> {
  const rows = await answersLeft(db, {});
  return rows.map((row) => thing('answer', row));
}

const eventsLeft = prepared((db) =>
  db
    .select({
      ...left,
      id: processorEvents.id,
      what: processorEvents.type,
      since: processorEvents.takenAt,
      event: processorEvents.event,
    })
    .from(processorEvents)
    .leftJoin(troubles, and(eq(troubles.kind, 'event'), eq(troubles.subject, processorEvents.id)))
    .where(isNotNull(processorEvents.event))
    .orderBy(asc(processorEvents.takenAt))
    .limit(most),
);

/** Events about what is not known here: kept until it is. */
async function keptEvents(db: Database): Promise<Failure[]> {
  const rows = await eventsLeft(db, {});
  return rows.map(({ event, ...row }) =>
    thing('event', { ...row, amount: event!.type === 'dispute.changed' ? event!.amount : null }),
  );
}

/** An access that was not renewed is known by its account and until when it is good: the next one is another matter. */
export const renewalId = ({ id, accessUntil }: { readonly id: string; readonly accessUntil: Instant }): string =>
  `${id} ${accessUntil}`;

const renewalsLeft = prepared((db) =>
  db
    .select({
      ...left,
      accountId: payAccounts.id,
      what: payAccounts.name,
      until: payAccounts.accessUntil,
      since: payAccounts.failedAt,
      currency: payAccounts.currency,
      first: troubles.since,
    })
    .from(payAccounts)
    .leftJoin(troubles, troubleOf('renewal', renewalKey))
    .where(and(isNotNull(payAccounts.failedAt), isNull(payAccounts.disconnectedAt)))
    .limit(most),
);

async function renewals(db: Database): Promise<Failure[]> {
  const rows = await renewalsLeft(db, {});
  return rows.map(({ accountId, until, first, ...row }) =>
    thing('renewal', {
      ...row,
      id: renewalId({ id: accountId, accessUntil: until }),
      since: first ?? row.since!,
      tries: row.tries ?? 1,
    }),
  );
}

async function all(db: Database, now: Instant): Promise<Failure[]> {
  return [
    ...(await calls(db)),
    ...(await callsOfRequests(db)),
    ...(await answersToDisputes(db)),
    ...(await renewals(db)),
    ...(await overdueErrands(db, now)),
    ...(await keptEvents(db)),
    ...(await letters(db)),
  ];
}

const orderOf = ({ money, since }: Failure): string => `${money ? 0 : 1} ${since}`;

/** Everything that does not get through, and what was given up of it. */
export async function failuresView(db: Database, now: Instant): Promise<FailuresView> {
  const things = await all(db, now);
  const waiting = things.filter(({ givenUp }) => givenUp === null);
  const givenUp = things.flatMap((thing) => (thing.givenUp ? [{ ...thing, givenUp: thing.givenUp }] : []));
  return {
    waiting: waiting.sort((a, b) => (orderOf(a) < orderOf(b) ? -1 : 1)),
    givenUp: givenUp.sort((a, b) => (a.givenUp.at < b.givenUp.at ? 1 : -1)),
    people: await peopleIn(
      db,
      givenUp.map(({ givenUp: { actor } }) => ({ actor })),
    ),
  };
}

/** How much of it there is, in one statement; what was given up is not counted. */
export async function countFailures(
  db: Database,
  now: Instant,
): Promise<{ readonly count: number; readonly money: number }> {
  const free = (kind: FailureKind, id: SQL | AnyPgColumn) => not(givenUpOn(kind, id));
  const tried = (kind: FailureKind, id: AnyPgColumn) =>
    sql`exists (select 1 from ${troubles} where ${troubleOf(kind, sql`${id}`)} and ${troubles.givenUpAt} is null)`;
  const ofMoney = sql.join(
    [...errandsOfMoney].map((kind) => sql`${kind}`),
    sql`, `,
  );
  const [row] = await rowsOf<{ money: number; others: number }>(
    db,
    sql`with late as (
        select count(*) filter (where ${jobs.kind} in (${ofMoney})) as money, count(*) as in_all from ${jobs}
        where (${jobs.state} = 'failed'
          or (${jobs.state} in ('waiting', 'claimed') and ${jobs.error} is not null and ${jobs.at} <= ${now}))
          and ${free('errand', jobs.id)})
      select (
        (select money from late)
        + (select count(*) from ${intents} where ${intents.state} = 'open' and ${tried('call', intents.id)})
        + (select count(*) from ${requestPayments} where ${requestPayments.state} = 'open' and ${tried('requestCall', requestPayments.id)})
        + (select count(*) from ${disputeAnswers} where ${disputeAnswers.state} = 'open' and ${tried('answer', disputeAnswers.id)})
        + (select count(*) from ${processorEvents} where ${processorEvents.event} is not null and ${free('event', processorEvents.id)})
        + (select count(*) from ${payAccounts} where ${payAccounts.failedAt} is not null and ${payAccounts.disconnectedAt} is null
            and ${free('renewal', renewalKey)})
      )::int as money, (
        (select in_all - money from late)
        + (select count(*) from ${messages} where ${messages.state} = 'failed' and ${messages.codeId} is null and ${free('letter', messages.id)})
        + (select count(*) from ${messages} where ${messages.state} = 'outgoing' and ${messages.error} is not null and ${messages.codeId} is null)
      )::int as others`,
  );
  return { count: row!.money + row!.others, money: row!.money };
}
