import { rowsOf, type Tx } from '#server/database/database';
import { files } from '#server/database/schema/files';
import { inArray, sql, type SQL } from 'drizzle-orm';

type Of = {
  readonly bookings: readonly string[];
  readonly quotes: readonly string[];
  readonly requests: readonly string[];
};

const listed = (ids: readonly string[]): SQL => sql`${sql.param([...ids])}::text[]`;

/** Pictures of claims, drawn signatures, and what was attached to their quotes and requests, as they stand now. */
export async function filesOf(tx: Tx, theirs: Of): Promise<string[]> {
  const rows = await rowsOf<{ id: string | null }>(
    tx,
    sql`
      select jsonb_path_query(w.said, '$.pictures[*].fileId') #>> '{}' as id
        from facts f join words w on w.id = f.words_id where f.booking_id = any(${listed(theirs.bookings)})
      union select w.said->>'image'
        from quote_facts f join words w on w.id = f.words_id where f.quote_id = any(${listed(theirs.quotes)})
      union select jsonb_path_query(q.draft, '$.attachments[*].file') #>> '{}'
        from quotes q where q.id = any(${listed(theirs.quotes)})
      union select jsonb_path_query(r.offer, '$.attachments[*].file') #>> '{}'
        from quote_revisions r where r.quote_id = any(${listed(theirs.quotes)})
      union select jsonb_path_query(q.draft, '$.blocks[*].file') #>> '{}'
        from quotes q where q.id = any(${listed(theirs.quotes)})
      union select jsonb_path_query(r.offer, '$.blocks[*].file') #>> '{}'
        from quote_revisions r where r.quote_id = any(${listed(theirs.quotes)})
      union select jsonb_path_query(p.paper, '$.attachments[*].file') #>> '{}'
        from payment_requests p where p.id = any(${listed(theirs.requests)})`,
  );
  return rows.flatMap(({ id }) => (id === null ? [] : [id]));
}

/** Those of them that nobody else shows: a paper that many quotes have attached is the business's own. */
export async function eraseFiles(tx: Tx, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const used = (text: SQL, from: SQL): SQL => sql`select 1 from ${from} where position(files.id in ${text}) > 0`;
  const still = [
    used(sql`draft::text`, sql`quotes`),
    used(sql`offer::text`, sql`quote_revisions`),
    used(sql`draft::text`, sql`quote_templates`),
    used(sql`paper::text`, sql`payment_requests`),
    used(sql`to_jsonb(services)::text`, sql`services`),
    used(sql`to_jsonb(business)::text`, sql`business`),
  ].map((query) => sql`not exists (${query})`);
  await tx.delete(files).where(sql`${inArray(files.id, [...ids])} and ${sql.join(still, sql` and `)}`);
}
