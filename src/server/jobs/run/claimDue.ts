import type { Instant } from '#core/calendar/instant';
import type { Claimed } from '#server/jobs/run/wantedNow';
import type { Tx } from '#server/database/database';
import { pauseOver } from '#server/database/pauses';
import { preparedRows } from '#server/database/prepared';
import { jobs } from '#server/database/schema/work';
import { quotes } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { eq, type Placeholder, type SQL, sql } from 'drizzle-orm';

/** A claim is taken again after this: its process died. */
const claimSeconds = 60;

/** What is looked at: all of it, of some bookings or a quote, or the places that have run out. */
export type Concerning = 'all' | 'places' | { readonly bookings: readonly string[] } | { readonly quote: string };

const takeable = (now: Placeholder): SQL =>
  sql`state in ('waiting', 'claimed') and at <= ${now} and ${pauseOver(jobs.triedAt, jobs.pause)}`;

const { placeholder } = sql;
const subject = placeholder('subject');
type Taking = { readonly now: Instant; readonly most: number; readonly subject?: string | readonly string[] };

const taken = sql`id, at, booking_id, quote_id, voucher_id, request_id, key, kind, tries`;
/** The earliest that are due, and that nobody else is taking now. */
const earliest = (columns: SQL, concerned: SQL): SQL =>
  sql`select ${columns} from ${jobs}
      where ${takeable(placeholder('now'))} and ${concerned}
      order by at, key limit ${placeholder('most')} for update skip locked`;

/** One statement, so that several processes on one server share the work. */
const claiming = (concerned: SQL) =>
  preparedRows<Taking, Claimed>(
    sql`update ${jobs} set state = 'claimed', tries = tries + 1, tried_at = now(), pause = ${sql.raw(String(claimSeconds))}
        where id = any(array(${earliest(sql`id`, concerned)})) returning ${taken}`,
  );
const claims = {
  all: claiming(sql`true`),
  places: claiming(eq(jobs.kind, sql.raw(`'lapse'`))),
  bookings: claiming(sql`${jobs.bookingId} = any(${subject})`),
  // With the booking that it has become.
  quote: claiming(
    sql`(${jobs.quoteId} = ${subject} or ${jobs.bookingId} = (select booking_id from ${quotes} where id = ${subject}))`,
  ),
};

const inOrder = (taken: Claimed[]): Claimed[] => {
  const order = ({ at, key }: Claimed): string => `${at} ${key}`;
  return taken.sort((a, b) => (order(a) < order(b) ? -1 : 1));
};

/** Takes what is due, at most so many, for this process: committed before any of it is begun, with a try counted. */
export async function claimNext({ db, clock }: Deps, of: Concerning, most: number): Promise<Claimed[]> {
  const about = { now: clock.now(), most };
  return inOrder(
    typeof of === 'string'
      ? await claims[of](db, about)
      : 'quote' in of
        ? await claims.quote(db, { ...about, subject: of.quote })
        : await claims.bookings(db, { ...about, subject: of.bookings }),
  );
}

const dueOfBooking = preparedRows<Taking, Claimed>(earliest(taken, eq(jobs.bookingId, subject)));

/** What is due of a booking, at most so many: nobody else takes it until the transaction ends. The booking is locked before. */
export const holdDue = async (
  tx: Tx,
  about: { readonly bookingId: string; readonly now: Instant; readonly most: number },
): Promise<Claimed[]> =>
  inOrder(await dueOfBooking(tx, { now: about.now, most: about.most, subject: about.bookingId }));

/** Frees what a process had claimed that is dead: only for one that has the data to itself. */
export async function releaseClaims({ db }: Pick<Deps, 'db'>): Promise<void> {
  const claimed = eq(jobs.state, 'claimed');
  // A process that ended as it should has left none: asking costs a start a third of what writing does.
  if ((await db.select({ id: jobs.id }).from(jobs).where(claimed).limit(1)).length === 0) return;
  await db.update(jobs).set({ state: 'waiting', triedAt: null }).where(claimed);
}

/** Whether an errand could be taken at this moment, as an expression. */
export const jobDue = (now: Placeholder): SQL => sql`exists (select 1 from ${jobs} where ${takeable(now)})`;

/** The moment of the next errand, however far away, as an expression; null where nothing is planned. */
export const nextJob = (now: Placeholder): SQL =>
  // One whose try failed is of before; it waits for its pause, and nobody waits for it.
  sql`(select min(at) from ${jobs} where state = 'waiting' and at > ${now})`;
