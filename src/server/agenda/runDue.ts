import { byItself } from '#server/actor/actorNow';
import type { Instant } from '#core/calendar/instant';
import { carryOutErrands, inTransactions, packed } from '#server/agenda/carryOutErrands';
import type { Claimed } from '#server/agenda/wantedNow';
import { pauseOver } from '#server/database/pauses';
import { isOfMoney } from '#server/through/notThrough';
import { saidBy, tellOwner } from '#server/through/troubles';
import { readiedRows } from '#server/database/readied';
import { quotes } from '#server/database/schema/quotes';
import { agendaWritten } from '#server/errands/rewriteErrands';
import { errands } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { eq, type Placeholder, type SQL, sql } from 'drizzle-orm';

/** A claim is taken again after this: its process died. */
const claimSeconds = 60;
/** Pauses between tries, in seconds of real time; after the last the errand is shown on Today. */
const pauses = [1, 5, 30, 120, 600, 3600] as const;

/** What is looked at: all of it, of some bookings or a quote, or the places that have run out. */
type Concerning = 'all' | 'places' | { readonly bookings: readonly string[] } | { readonly quote: string };

const takeable = (now: Placeholder): SQL =>
  sql`state in ('waiting', 'claimed') and at <= ${now} and ${pauseOver(errands.triedAt, errands.pause)}`;

const { placeholder } = sql;
const subject = placeholder('subject');
type Claiming = { readonly now: Instant; readonly most: number; readonly subject?: string | readonly string[] };

/**
 * One statement, so that several processes on one server share the work: the earliest that are due and that nobody
 * else is claiming now.
 */
const claiming = (concerned: SQL) =>
  readiedRows<Claiming, Claimed>(
    sql`update ${errands} set state = 'claimed', tries = tries + 1, tried_at = now(), pause = ${sql.raw(String(claimSeconds))}
        where id = any(array(
          select id from ${errands}
          where ${takeable(placeholder('now'))} and ${concerned}
          order by at, key limit ${placeholder('most')} for update skip locked
        )) returning id, at, booking_id, quote_id, voucher_id, request_id, key, kind, tries`,
  );
const claims = {
  all: claiming(sql`true`),
  places: claiming(eq(errands.kind, sql.raw(`'lapse'`))),
  bookings: claiming(sql`${errands.bookingId} = any(${subject})`),
  // With the booking that it has become.
  quote: claiming(
    sql`(${errands.quoteId} = ${subject} or ${errands.bookingId} = (select booking_id from ${quotes} where id = ${subject}))`,
  ),
};

async function claimNext({ db, clock }: Deps, of: Concerning, most: number): Promise<Claimed[]> {
  const about = { now: clock.now(), most };
  const claimed =
    typeof of === 'string'
      ? await claims[of](db, about)
      : 'quote' in of
        ? await claims.quote(db, { ...about, subject: of.quote })
        : await claims.bookings(db, { ...about, subject: of.bookings });
  const order = ({ at, key }: Claimed): string => `${at} ${key}`;
  return claimed.sort((a, b) => (order(a) < order(b) ? -1 : 1));
}

async function fail(deps: Deps, { id, tries, kind, booking_id: booking }: Claimed, error: unknown): Promise<void> {
  const pause = pauses[tries - 1];
  deps.report(`errand ${id} failed, try ${tries}`, error, { errand: id, booking });
  await deps.db.transaction(async (tx) => {
    await tx
      .update(errands)
      .set({
        state: pause === undefined ? 'failed' : 'waiting',
        error: saidBy(error),
        triedAt: sql`now()`,
        pause: pause ?? 0,
      })
      .where(eq(errands.id, id));
    if (pause === undefined && isOfMoney(kind)) await tellOwner(tx, deps);
  });
  deps.outbox.wake();
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
    const wanted = Math.min(batch, most - taken);
    const before = agendaWritten();
    const claimed = await claimNext(deps, of, wanted);
    if (claimed.length === 0) break;
    taken += claimed.length;
    await carryOutAll(deps, claimed);
    // All that was due, and nothing was planned meanwhile: nothing is due now.
    if (claimed.length < wanted && agendaWritten() === before) break;
  }
  return taken;
}

type Subject = string | null;
const subjectOf = (each: Claimed): Subject => each.booking_id ?? each.quote_id ?? each.voucher_id ?? each.request_id;

function grouped<T>(claimed: readonly Claimed[], by: (each: Claimed) => T): Claimed[][] {
  const groups = new Map<T, Claimed[]>();
  for (const each of claimed) {
    const key = by(each);
    const group = groups.get(key);
    if (group) group.push(each);
    else groups.set(key, [each]);
  }
  return [...groups.values()];
}

/** Those of one booking in their order, those of different ones side by side; on one connection moment by moment. */
async function carryOutAll(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  if (deps.together === 1) {
    for (const moment of grouped(claimed, ({ at }) => at))
      for (const group of packed(grouped(moment, subjectOf))) await oneAfterAnother(deps, group);
    return;
  }
  const groups = packed(grouped(claimed, subjectOf));
  const worker = async (): Promise<void> => {
    for (let group = groups.shift(); group; group = groups.shift()) await oneAfterAnother(deps, group);
  };
  await Promise.all(Array.from({ length: deps.together }, worker));
}

async function oneAfterAnother(deps: Deps, claimed: readonly Claimed[]): Promise<void> {
  for (const together of inTransactions(claimed)) {
    if (together.length === 1 || !(await succeeds(deps, together)))
      for (const each of together)
        try {
          await carryOutErrands(deps, [each]);
        } catch (error) {
          await fail(deps, each, error);
        }
  }
}

/** Where one of several fails none of them is carried out; each is then tried by itself, and says what it fails of. */
async function succeeds(deps: Deps, claimed: readonly Claimed[]): Promise<boolean> {
  try {
    await carryOutErrands(deps, claimed);
    return true;
  } catch (error) {
    deps.report(`${claimed.length} errands together failed and are tried one by one`, error);
    return false;
  }
}

/** Frees what a process had claimed that is dead: only for one that has the data to itself. */
export async function releaseClaims({ db }: Pick<Deps, 'db'>): Promise<void> {
  const claimed = eq(errands.state, 'claimed');
  // A process that ended as it should has left none: asking costs a start a third of what writing does.
  if ((await db.select({ id: errands.id }).from(errands).where(claimed).limit(1)).length === 0) return;
  await db.update(errands).set({ state: 'waiting', triedAt: null }).where(claimed);
}

/** Whether an errand could be taken at this moment, as an expression. */
export const errandDue = (now: Placeholder): SQL => sql`exists (select 1 from ${errands} where ${takeable(now)})`;

/** The moment of the next errand, however far away, as an expression; null where nothing is planned. */
export const nextErrand = (now: Placeholder): SQL =>
  // One whose try failed is of before; it waits for its pause, and nobody waits for it.
  sql`(select min(at) from ${errands} where state = 'waiting' and at > ${now})`;
