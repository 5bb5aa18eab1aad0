import type { Database } from '#server/database/database';
import { rowsOf } from '#server/database/database';
import { sql } from 'drizzle-orm';

/** Names that are given out at random, or in an order that is free within a moment: ids, tokens, references, message ids, numbers of documents. */
const random =
  /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}|kept\.[\w-]{20}|(?:pay|hold|back|check|mandate|debit|matter)-[\w-]{12}|bank\/[\w-]{24}|<[0-9a-f]{24}@|"reference":"[\w-]{24}"|"confirmation":"[\w-]{24}"|tarn\.[\w-]{24}|I\d{4}-\d{4}|RF\d\dI\d{8}/g;

const strip = (text: string): string => text.replace(random, '');

/** What is kept of each booking, by table, besides real time and the order of what is of other bookings. */
const tables: readonly (readonly [table: string, query: string])[] = [
  ['booking', `select * from bookings`],
  ['client', `select b.id as booking_id, c.* from clients c join bookings b on b.client_id = c.id`],
  [
    'fact',
    `select f.booking_id, f.at, f.fact, w.said from facts f left join words w on w.id = f.words_id order by f.seq`,
  ],
  [
    'entry',
    `select e.booking_id, e.at, e.day, e.description, e.rules, e.about,
       (select jsonb_agg(jsonb_build_array(l.account, l.amount, l.currency, l.day, l.tax_code, l.tax_base, l.processor) order by l.line)
        from journal_lines l where l.entry_seq = e.seq) as lines
     from journal_entries e where e.booking_id is not null order by e.seq`,
  ],
  ['summary', `select * from summaries`],
  ['due part', `select * from due_parts order by part`],
  ['cover', `select * from covers`],
  [
    'errand',
    `select booking_id, key, kind, at, errand, state, tries, pause, done_at, error from errands order by at, kind, key`,
  ],
  ['request', `select * from intents order by made_at, cause`],
  ['letter', `select * from messages order by seq`],
  ['document', `select * from documents order by place`],
  ['held', `select * from documents_held`],
  ['place', `select booking_id, place_id, unit, from_second, to_second, note from occupancies order by place_id, unit`],
  [
    'card',
    `select b.id as booking_id, c.* from cards c join facts f on f.fact->>'cardId' = c.id and f.fact->>'kind' = 'cardKept' join bookings b on b.id = f.booking_id order by c.added_at`,
  ],
  [
    'asked of the network',
    `select i.booking_id, r.* from world.requests r join intents i on i.id = r.key order by r.at, i.cause`,
  ],
  [
    'held by the network',
    `select b.id as booking_id, a.* from world.authorisations a join bookings b on a.description like b.number || ' %' order by a.placed_at`,
  ],
  [
    'paid by the network',
    `select b.id as booking_id, p.* from world.payments p join bookings b on p.description like b.number || ' %' order by p.at, p.amount`,
  ],
];
/** Of real time, or of the order among all bookings. */
const notCompared = new Set(['seq', 'place', 'called_at', 'tried_at']);

/** Everything that is kept of each booking, by its number: two that went alike have the same, whatever their ids are. */
export async function everythingOf(db: Database): Promise<ReadonlyMap<string, string>> {
  const numbers = new Map(
    (await rowsOf<{ id: string; number: string }>(db, sql`select id, number from bookings order by number`)).map(
      (row) => [row.id, row.number],
    ),
  );
  const all = new Map<string, string[]>([...numbers.values()].map((number) => [number, []]));
  for (const [table, query] of tables) {
    const rows = await rowsOf<Record<string, unknown>>(db, sql.raw(query));
    for (const row of rows) {
      const number = numbers.get(String(table === 'booking' ? row.id : row.booking_id));
      const kept = Object.fromEntries(Object.entries(row).filter(([key]) => !notCompared.has(key)));
      if (number) all.get(number)!.push(`${table} ${JSON.stringify(kept)}`);
    }
  }
  return new Map([...all].map(([number, rows]) => [number, namedAlike(ordered(rows)).join('\n')]));
}

/** Rows of one table and moment in an order that does not rest on ids. */
const ordered = (rows: readonly string[]): string[] => {
  const errands = rows.filter((row) => row.startsWith('errand ')).sort((a, b) => (strip(a) < strip(b) ? -1 : 1));
  return [...rows.filter((row) => !row.startsWith('errand ')), ...errands];
};

/** Each name by the place of its first appearance. */
function namedAlike(rows: readonly string[]): string[] {
  const names = new Map<string, string>();
  return rows.map((row) =>
    row.replace(random, (name) => {
      const known = names.get(name) ?? `#${names.size + 1}`;
      names.set(name, known);
      return known;
    }),
  );
}
