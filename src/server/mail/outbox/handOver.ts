import type { FactOf } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import { asksForDocuments, mayAskForDocuments } from '#core/invoices/wantedDocuments';
import { lockBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { recordSent } from '#server/bookings/recordSent';
import { causes } from '#server/database/away';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { prepared } from '#server/database/prepared';
import { pauseOver } from '#server/database/pauses';
import { messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { composeMail, type MessageRow } from '#server/mail/outbox/compose';
import { MailFailed } from '#server/ports';
import { tell } from '#server/paymentRequests/requestFacts';
import { askedFor, lockRequest } from '#server/paymentRequests/requests';
import { issueForRequest } from '#server/invoices/requestDocuments';
import { and, eq, sql } from 'drizzle-orm';

/** A message that is being handed over is taken again after this: its process died. */
const claimSeconds = 180;
/**
 * Pauses before the next try, in seconds: some two days in all. After the last one it is given up and shown on Today.
 */
const pauses = [10, 60, 300, 900, 3600, 3 * 3600, 6 * 3600, 12 * 3600, 24 * 3600] as const;
/** A server that took a message and hung up before its answer may have it: it gets it once more, and not again. */
const mostUnsure = 2;

type Claimed = {
  readonly rows: MessageRow[];
  /** How many more were to go then, counted no further than there is one; of no meaning where nothing was claimed. */
  readonly others: number;
};

/**
 * Claims the earliest messages that are due, in one statement, so that several processes share the work. Who is written
 * to several times is written to in order: nothing overtakes what waits for the same address.
 */
const claim = prepared((db) =>
  db
    .update(messages)
    .set({ tries: sql`tries + 1`, triedAt: sql`now()`, pause: claimSeconds })
    .where(
      sql`id = any(array(
        select id from ${messages}
        where state = 'outgoing' and ${pauseOver(messages.triedAt, messages.pause)}
          and not exists (
            select 1 from ${messages} earlier
            where earlier.recipient = ${messages.recipient} and earlier.state = 'outgoing' and earlier.seq < ${messages.seq}
              -- one that can still be called back holds nothing up
              and not (earlier.tries = 0 and earlier.tried_at is not null)
          )
        order by seq limit ${sql.placeholder('most')} for update skip locked
      ))`,
    )
    .returning({
      row: messages,
      outgoing: sql<number>`(select count(*)::int from (select from ${messages} where state = 'outgoing' limit ${sql.placeholder('counted')}) o)`,
    }),
);

async function claimNext({ db }: Pick<Deps, 'db'>, most: number): Promise<Claimed> {
  const claimed = await claim(db, { most, counted: most + 1 });
  const rows = claimed.map(({ row }) => row).sort((a, b) => a.seq - b.seq);
  return { rows, others: (claimed[0]?.outgoing ?? 0) - rows.length };
}

const markSent = prepared<{ id: string; now: Instant }, { id: string }[]>((db) =>
  db
    .update(messages)
    .set({ state: 'sent', sentAt: sql`${sql.placeholder('now')}`, error: null })
    .where(and(eq(messages.id, sql.placeholder('id')), eq(messages.state, 'outgoing')))
    .returning({ id: messages.id }),
);

/** Whether documents of its booking may follow; the settings are read only where some setting would have it so. */
const asksByIt = async (tx: Tx, sent: FactOf<'sent'>): Promise<boolean> =>
  mayAskForDocuments(sent.occasion) && asksForDocuments(sent, (await ownerRow(tx)).documents);

/** Records that it went, once, with what its subject has to know. */
async function recordGone(deps: Deps, row: MessageRow, messageId: string): Promise<void> {
  const { db, clock } = deps;
  const { id, bookingId, occasion, subject, recipient: to } = row;
  const sentNow = () => ({ kind: 'sent', at: clock.now(), occasion, subject, messageId, to }) as const;
  await db.transaction(async (tx) => {
    if (bookingId !== null && !(await asksByIt(tx, sentNow())))
      return recordSent(tx, { letter: id, booking: bookingId, sent: sentNow() });
    const current = bookingId === null ? null : await lockBooking(tx, bookingId);
    const sent = sentNow();
    const now = sent.at;
    const changed = await markSent(tx, { id, now });
    if (changed.length === 0) return;
    if (current) await recordFacts(tx, current, [sent], now);
    if (row.requestId === null) return;
    await tell(tx, deps, row.requestId, { kind: 'sent', to }, now);
    const request = occasion === 'paymentRequest' ? await lockRequest(tx, row.requestId) : null;
    if (!request) return;
    await askedFor(tx, deps, request, now);
    await issueForRequest(tx, deps, request, { now });
  });
}

function failureOf(error: unknown): MailFailed['how'] {
  for (const cause of causes(error)) if (cause instanceof MailFailed) return cause.how;
  return 'later';
}

async function recordFailed(
  { db, report }: Deps,
  { id, tries, unsure, bookingId: booking }: MessageRow,
  error: unknown,
): Promise<void> {
  const how = failureOf(error);
  const doubts = unsure + (how === 'unsure' ? 1 : 0);
  const pause = how === 'refused' || doubts >= mostUnsure ? undefined : pauses[tries - 1];
  report(`message ${id} was not handed over (${how}), try ${tries}`, error, { message: id, booking });
  const again = { state: 'outgoing' as const, error: how, unsure: doubts, pause: pause ?? 0, triedAt: sql`now()` };
  await db
    .update(messages)
    .set(pause === undefined ? { ...again, state: 'failed' } : again)
    .where(and(eq(messages.id, id), eq(messages.state, 'outgoing')));
}

/** @returns whether it went */
async function handOver(deps: Deps, row: MessageRow): Promise<boolean> {
  try {
    const { messageId } = await deps.mailbox.send(await composeMail(deps, row));
    await recordGone(deps, row, messageId);
    return true;
  } catch (error) {
    await recordFailed(deps, row, error);
    return false;
  }
}

/**
 * Takes the next messages that are due to the mailbox, side by side where the database can.
 * @returns null where none was due; else whether any is left, which may wait for its next try
 */
export async function handOverNext(deps: Deps): Promise<boolean | null> {
  const { rows, others } = await claimNext(deps, deps.together);
  if (rows.length === 0) return null;
  const went = await Promise.all(rows.map((row) => handOver(deps, row)));
  return others > 0 || went.includes(false);
}
