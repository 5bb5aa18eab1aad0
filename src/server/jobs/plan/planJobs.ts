import type { WantedJob } from '#core/jobs/wantedJobs';
import type { WantedQuoteJob } from '#core/jobs/wantedQuoteJobs';
import type { Tx } from '#server/database/database';
import { jobs } from '#server/database/schema/work';
import { insertAll, oneStatement } from '#server/database/oneStatement';
import { type Column, inArray, type SQL, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';

export type JobRow = typeof jobs.$inferInsert;
type Row = JobRow;
export type SeenJob = Pick<Row, 'id' | 'key' | 'kind' | 'at' | 'state'>;

type Wanted = {
  readonly of: string;
  readonly wanted: readonly (WantedJob | WantedQuoteJob)[];
  /** What is there, where that was read already. */
  readonly seen?: readonly SeenJob[] | undefined;
};

type Changes = {
  readonly added: readonly Row[];
  readonly moved: readonly Pick<Row, 'id' | 'at' | 'errand'>[];
  readonly dropped: readonly string[];
};

let written = 0;
/** How often the agenda of something was changed in this process: whoever has carried out all that was due asks whether more is. */
export const jobsWritten = (): number => written;

/** What is to be written so that the agenda of bookings or quotes is what is wanted now. */
export async function jobChanges(
  tx: Tx,
  subject: 'bookingId' | 'quoteId',
  agendas: readonly Wanted[],
): Promise<Changes> {
  const unseen = agendas.flatMap(({ of, seen }) => (seen ? [] : [of]));
  const rows = unseen.length > 0 ? await errandsOf(tx, subject, unseen) : [];
  const all = agendas.map(({ of, wanted, seen }) =>
    changesOf(seen ?? rows.filter((row) => row.of === of), wanted, subject, of),
  );
  const changes: Changes = {
    added: all.flatMap(({ added }) => added),
    moved: all.flatMap(({ moved }) => moved),
    dropped: all.flatMap(({ dropped }) => dropped),
  };
  written += changes.added.length + changes.moved.length;
  return changes;
}

const errandsOf = (tx: Tx, subject: 'bookingId' | 'quoteId', ids: readonly string[]) => {
  const { id, key, kind, at, state } = jobs;
  return tx
    .select({ id, of: jobs[subject], key, kind, at, state })
    .from(jobs)
    .where(inArray(jobs[subject], [...ids]));
};

/** The errands of the booking of a row, within the statement that reads the row. */
export const jobsWithin = (bookingId: Column): SQL<readonly SeenJob[]> =>
  sql`(select coalesce(json_agg(json_build_object('id', ${jobs.id}, 'key', ${jobs.key}, 'kind', ${jobs.kind}, 'at', ${jobs.at}, 'state', ${jobs.state})), '[]')
       from ${jobs} where ${jobs.bookingId} = ${bookingId})`;

/** What makes these errands of one booking or quote what is wanted now. */
export function changesOf(
  own: readonly SeenJob[],
  wanted: Wanted['wanted'],
  subject: 'bookingId' | 'quoteId',
  of: string,
): Changes {
  const added: Row[] = [];
  const moved: Changes['moved'][number][] = [];
  const byKey = new Map(own.map((row) => [row.key, row]));
  for (const errand of wanted) {
    const { key, kind, at } = errand;
    const row = byKey.get(key);
    if (!row) added.push({ id: randomUUID(), [subject]: of, key, kind, at, errand, state: 'waiting' });
    else if (row.state === 'dropped' || (row.state === 'waiting' && row.at !== at))
      moved.push({ id: row.id, at, errand });
  }
  const keys = new Set(wanted.map(({ key }) => key));
  const dropped = own
    .filter(({ state, kind, key }) => state === 'waiting' && !ofDocuments.has(kind) && !keys.has(key))
    .map(({ id }) => id);
  return { added, moved, dropped };
}

/** The same as parts of a statement. */
export const jobSteps = ({ added, moved, dropped }: Changes): SQL[] => [
  insertAll(jobs, ['id', 'bookingId', 'quoteId', 'key', 'kind', 'at', 'errand', 'state'], added),
  sql`update ${jobs} set at = m.at, errand = m.errand, state = 'waiting'
      from jsonb_to_recordset(${JSON.stringify(moved)}::jsonb) as m(id text, at text, errand jsonb) where errands.id = m.id`,
  sql`update ${jobs} set state = 'dropped' where id = any(${sql.param(dropped)}::text[])`,
];

/**
 * Makes the agenda of bookings or quotes what is wanted now: new keys come in, moments move, what is no longer wanted is
 * dropped. What was done, or is being done, stays as it is.
 */
export async function planJobs(tx: Tx, subject: 'bookingId' | 'quoteId', agendas: readonly Wanted[]): Promise<void> {
  const changes = await jobChanges(tx, subject, agendas);
  if (changes.added.length + changes.moved.length + changes.dropped.length > 0)
    await oneStatement(tx, jobSteps(changes));
}

/** Documents follow from facts that stay, and what they ask for from documents. */
export const ofDocuments: ReadonlySet<string> = new Set(['document', 'invoiceOverdue']);

/** One more errand of a booking, beside those that its standing wants. */
export async function addJob(tx: Tx, bookingId: string, errand: WantedJob): Promise<void> {
  await tx.insert(jobs).values(jobOf(bookingId, errand));
}

/** The row of an errand of a booking that waits. */
export function jobOf(bookingId: string, errand: WantedJob): Row {
  const { key, kind, at } = errand;
  written++;
  return { id: randomUUID(), bookingId, key, kind, at, errand, state: 'waiting' };
}
