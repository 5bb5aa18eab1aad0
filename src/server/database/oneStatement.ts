import type { Tx } from '#server/database/database';
import { casing } from '#server/database/migrations';
import { carryOutKept } from '#server/database/prepared';
import { getTableColumns, type SQL, sql } from 'drizzle-orm';
import { toSnakeCase } from 'drizzle-orm/casing';
import { PgDialect, type PgTable } from 'drizzle-orm/pg-core';

/**
 * Writes that are parts of one statement. Rows come in as one parameter of JSON, however many there are, so that the text
 * of a statement is always the same and is prepared once.
 */
type RowOf<T extends PgTable> = T['$inferInsert'];
type KeyOf<T extends PgTable> = keyof RowOf<T> & string;

type Kept = { readonly name: string; readonly asKept: (value: unknown) => unknown };
const kept = new WeakMap<PgTable, ReadonlyMap<string, Kept>>();

/** Columns by their keys: what each is called in the database, and what stands in it as JSON. */
function keptColumns(table: PgTable): ReadonlyMap<string, Kept> {
  const known = kept.get(table);
  if (known) return known;
  const columns = Object.entries(getTableColumns(table)).map(([key, column]): [string, Kept] => {
    // A column of its own kind says how it is kept; JSON is kept as it is.
    const own = column.columnType === 'PgCustomColumn';
    const asKept = (value: unknown): unknown =>
      value === null || value === undefined ? value : (JSON.parse(column.mapToDriverValue(value) as string) as unknown);
    return [key, { name: toSnakeCase(key), asKept: own ? asKept : (value) => value }];
  });
  const made = new Map(columns);
  kept.set(table, made);
  return made;
}

/** A row as JSON: columns by their names in the database, and what stands in a column as it is kept there. */
function asJson(columns: ReadonlyMap<string, Kept>, row: Record<string, unknown>): Record<string, unknown> {
  const json: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(row)) {
    const { name, asKept } = columns.get(key)!;
    json[name] = asKept(value);
  }
  return json;
}

const dialect = new PgDialect({ casing });
const texts = new WeakMap<PgTable, Map<string, SQL>>();

/** A part of a statement that has no values of its own, made into its text once for each table. */
function textOf(table: PgTable, what: string, make: () => SQL): SQL {
  const own = texts.get(table) ?? new Map<string, SQL>();
  texts.set(table, own);
  const known = own.get(what);
  if (known) return known;
  const text = sql.raw(dialect.sqlToQuery(make()).sql);
  own.set(what, text);
  return text;
}

/** These rows, as a query's source: `from ${jsonRows(...)}`. */
export function jsonRows<T extends PgTable>(table: T, rows: readonly RowOf<T>[]): SQL {
  const source = textOf(table, 'rows', () => sql`jsonb_populate_recordset(null::${table}, `);
  return sql`${source}${JSON.stringify(rows.map((row) => asJson(keptColumns(table), row)))}::jsonb)`;
}

/** Columns by their keys, as a list of their names. */
export const namedColumns = (keys: readonly string[]): SQL =>
  sql.join(
    keys.map((key) => sql.identifier(toSnakeCase(key))),
    sql`, `,
  );

/** Inserts rows, of which these columns are given; the others have their defaults. */
export function insertAll<T extends PgTable>(table: T, keys: readonly KeyOf<T>[], rows: readonly RowOf<T>[]): SQL {
  const columns = () => namedColumns(keys);
  const into = textOf(
    table,
    `insert ${keys}`,
    () => sql`insert into ${table} (${columns()}) select ${columns()} from `,
  );
  return sql`${into}${jsonRows(table, rows)}`;
}

/** Inserts whole rows, or makes those that are there, by these columns, what the given ones are. */
export function upsertAll<T extends PgTable>(table: T, by: readonly KeyOf<T>[], rows: readonly RowOf<T>[]): SQL {
  const keys = Object.keys(getTableColumns(table)) as KeyOf<T>[];
  const instead = textOf(table, `instead ${by}`, () => {
    const anew = keys.map((key) => sql`${namedColumns([key])} = excluded.${namedColumns([key])}`);
    return sql` on conflict (${namedColumns(by)}) do update set ${sql.join(anew, sql`, `)}`;
  });
  return sql`${insertAll(table, keys, rows)}${instead}`;
}

/** Carries out steps as one statement. All of them see what was there before it: no two may write the same row. */
export async function oneStatement(tx: Tx, steps: readonly SQL[], given: SQL = sql``): Promise<void> {
  const named = steps.map((step, index) => sql`${sql.identifier(`step${index}`)} as (${step})`);
  await carryOutKept(tx, sql`with ${given}${sql.join(named, sql`, `)} select 1`);
}
