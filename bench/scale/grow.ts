import { type Database, rowsOf, type Tx } from '#server/database/database';
import { sql } from 'drizzle-orm';

/** Keys and causes name what they are about. */
const about = (column: string): string =>
  `'${column}', regexp_replace(s.${column}, '^(receipt|release|held|renew|debit|returned):([^:]+)', '\\1:\\2-' || k)`;

/** Tables with rows of a booking, and what of a row is made anew beside its `booking_id`. */
const tables: Readonly<Record<string, string>> = {
  bookings: `'id', s.id || '-' || k, 'client_id', s.client_id || '-' || k, 'number', s.number || '-' || k, 'request_key', s.request_key || '-' || k`,
  facts: `'booking_id', s.booking_id || '-' || k, 'seq', s.seq + k::bigint * step`,
  summaries: `'booking_id', s.booking_id || '-' || k, 'search', replace(replace(s.search, lower(b.number) || ' ', lower(b.number) || '-' || k || ' '), lower(c.name), lower(c.name) || ' ' || k)`,
  due_parts: `'booking_id', s.booking_id || '-' || k`,
  errands: `'id', s.id || '-' || k, 'booking_id', s.booking_id || '-' || k, ${about('key')}`,
  messages: `'id', s.id || '-' || k, 'booking_id', s.booking_id || '-' || k, 'seq', s.seq + k::bigint * step, ${about('cause')}`,
  intents: `'id', s.id || '-' || k, 'booking_id', s.booking_id || '-' || k, ${about('cause')}`,
  client_links: `'hash', s.hash || '-' || k, 'booking_id', s.booking_id || '-' || k`,
  documents: `'id', s.id || '-' || k, 'booking_id', s.booking_id || '-' || k, 'client_id', s.client_id || '-' || k, 'number', s.number || '-' || k, 'place', s.place + k::bigint * step, 'seq', s.seq + k * 10000, 'credit_of', s.credit_of || '-' || k`,
  journal_entries: `'booking_id', s.booking_id || '-' || k, 'seq', s.seq + k::bigint * step, 'fact_seq', s.fact_seq + k::bigint * step`,
};

/** The same of quotes that came to nothing: word for word, as their digests are of what they say. */
const ofQuotes: Readonly<Record<string, string>> = {
  quotes: `'id', s.id || '-' || k, 'number', s.number || '-' || k, 'request_key', s.request_key || '-' || k`,
  quote_revisions: `'quote_id', s.quote_id || '-' || k`,
  quote_facts: `'quote_id', s.quote_id || '-' || k, 'seq', s.seq + k::bigint * step`,
  errands: `'id', s.id || '-' || k, 'quote_id', s.quote_id || '-' || k`,
  quote_links: `'hash', s.hash || '-' || k, 'quote_id', s.quote_id || '-' || k`,
};

const named: ReadonlySet<string> = new Set(['facts', 'intents']);
const idsWithin = 'authorisation|receiptId|renews|refundId|reference|payment';

/** What counts up by itself. */
const serials = { facts: 'seq', messages: 'seq', journal_entries: 'seq', documents: 'place', quote_facts: 'seq' };

/** The years into which the demo's own is moved, those in which the clocks of its zone change as they do now. */
const years = { first: 2003, count: 24 };

/**
 * Grows the demo's data to so many bookings by SQL alone: its bookings that are over and ask nothing of anybody are copied
 * into the years before, with facts, journal, agenda, letters and requests to processors. What is open stays as it is.
 * Bookings around the day on which clocks change are left out, so that each copy says to the minute what its original does.
 */
export const grow = (db: Database, count: number): Promise<number> =>
  db
    .transaction((tx) => growIn(tx, count))
    .then(async (there) => {
      await db.execute(sql.raw('vacuum analyze'));
      return there;
    });

async function growIn(db: Tx, count: number): Promise<number> {
  const run = (text: string): Promise<unknown> => db.execute(sql.raw(text));
  await run('set local session_replication_role = replica');
  await run(`create temp table pattern as select b.id from bookings b join summaries u on u.booking_id = b.id
    where b.number !~ '-[0-9]+-' and u.stage in ('closed', 'cancelled') and u.decide_by is null and u.held = 0
      and not exists (select 1 from errands e where e.booking_id = b.id and e.state <> 'done' and e.state <> 'dropped')
      and not exists (select 1 from quotes q where q.booking_id = b.id)
      and not exists (select 1 from facts f where f.booking_id = b.id and f.fact::text ~ '2027-03-(2[5-9]|3[01])|"disputeId"|"credit"|"voucher')
      and b.starts_at !~ '2027-03-(2[5-9]|3[01])' and b.ends_at !~ '2027-03-(2[5-9]|3[01])'`);
  const [of] = await rowsOf<{ patterns: number; there: number; copied: number; step: number }>(
    db,
    sql.raw(`select (select count(*)::int from pattern) patterns, (select count(*)::int from bookings) there, (select count(*)::int from bookings where number ~ '-[0-9]+-') copied,
      greatest((select max(seq) from facts), (select max(seq) from messages), (select max(seq) from journal_entries), (select max(place) from documents), (select max(seq) from quote_facts))::int + 1 step`),
  );
  const { patterns, there, copied: before, step } = of!;
  const first = before / patterns + 1;
  const copies = Math.max(0, Math.ceil((count - there) / patterns));
  const year = `(${years.first} + k % ${years.count})::text || '-'`;
  const copied = (table: string, made: string, from = '', more = 'true'): string => {
    // What facts and requests name by an id of their own: a copy has others.
    const [own, anew] = named.has(table)
      ? [`regexp_replace(`, `, '"(${idsWithin})": "([^"]+)"', '"\\1": "\\2-' || k || '"', 'g')`]
      : ['', ''];
    return `insert into ${table} select n.* from (
      select ${own}replace((to_jsonb(s) || jsonb_build_object(${made.replaceAll('step', String(step))}))::text, '2027-', ${year})${anew}::jsonb as made
      from ${table} s ${from} cross join generate_series(${first}, ${first + copies - 1}) k where ${more}) made,
      jsonb_populate_record(null::${table}, made.made) n`;
  };
  if (copies > 0) {
    await run(
      copied(
        'clients',
        `'id', s.id || '-' || k, 'name', s.name || ' ' || k`,
        '',
        'exists (select 1 from bookings b join pattern p on p.id = b.id where b.client_id = s.id)',
      ),
    );
    for (const [table, made] of Object.entries(tables)) {
      const own = table === 'bookings' ? 'b.id = s.id' : 'b.id = s.booking_id';
      await run(
        copied(
          table,
          made,
          `join bookings b on ${own} join clients c on c.id = b.client_id join pattern p on p.id = b.id`,
        ),
      );
    }
    await run(
      copied(
        'journal_lines',
        `'entry_seq', s.entry_seq + k::bigint * step`,
        'join journal_entries e on e.seq = s.entry_seq join pattern p on p.id = e.booking_id',
      ),
    );
  }
  if (copies > 0)
    for (const [table, made] of Object.entries(ofQuotes)) {
      const own = table === 'quotes' ? 'id' : 'quote_id';
      await run(`insert into ${table} select n.* from (
        select to_jsonb(s) || jsonb_build_object(${made.replaceAll('step', String(step))}) as made
        from ${table} s cross join generate_series(${first}, ${first + copies - 1}) k
        where s.${own} in (select id from quotes where number !~ '-[0-9]+-' and state in ('declined', 'expired', 'withdrawn') and wants is null and booking_id is null)
      ) made, jsonb_populate_record(null::${table}, made.made) n`);
    }
  await run('drop table pattern');
  for (const [table, column] of Object.entries(serials))
    await run(`select setval(pg_get_serial_sequence('${table}', '${column}'), (select max(${column}) from ${table}))`);
  return there + copies * patterns;
}
