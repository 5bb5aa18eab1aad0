import { endedByBreak } from '#server/database/broken';
import { type Heard, wireTo } from '#server/database/wire';
import type { PGlite, QueryOptions, Results, Transaction } from '@electric-sql/pglite';
import { serialize } from 'pg-protocol';

/** Statements that are kept ready; who was asked longest ago makes room. */
const mostKept = 600;

/** What writes many rows at once differs with their number, and comes again too rarely to be kept. */
const longestKept = 8000;

/** Ends what is asked at once; what follows a failure is heard again after it. */
const synced = serialize.sync();
const executed = serialize.execute({});
const beginning = serialize.query('begin');
const committing = serialize.query('commit');
const rollingBack = serialize.query('rollback');

/** Its tables have changed since it was prepared, or somebody forgot it: the next time it is prepared anew. */
const isStale = (error: unknown): boolean => ['0A000', '26000'].includes((error as { code?: string }).code ?? '');

type Kept = {
  readonly name: string;
  /** Of its values. */
  readonly types: Heard['types'];
  /** Of what it answers. */
  readonly fields: Results['fields'];
};

/** Commands whose number of rows is the number of those that they have changed. */
const changing = ['INSERT', 'UPDATE', 'DELETE', 'MERGE', 'COPY'];

/** What was heard as PGlite answers it: each value by the reader of its type. */
function answerOf<T>(
  fields: Kept['fields'],
  { rows, command: said }: Heard,
  { parsers }: Pick<PGlite, 'parsers'>,
  { parsers: own, rowMode }: QueryOptions,
): Results<T> {
  const readers = fields.map(({ dataTypeID }) => own?.[dataTypeID] ?? parsers[dataTypeID]);
  const read = (text: string | null, at: number): unknown => {
    const reader = readers[at];
    return text === null || !reader ? text : reader(text, fields[at]!.dataTypeID);
  };
  const asObject = (row: Heard['rows'][number]): object =>
    Object.fromEntries(row.map((text, at) => [fields[at]!.name, read(text, at)]));
  const words = said.split(' ');
  const [command, count] = [words[0]!, Number(words.at(-1))];
  return {
    rows: rows.map((row): object => (rowMode === 'array' ? row.map(read) : asObject(row))) as Results<T>['rows'],
    fields,
    command,
    affectedRows: changing.includes(command) ? count : 0,
    ...(Number.isNaN(count) ? {} : { rowCount: count }),
  };
}

/** Several may ask the same engine, in which each name is there once. */
let named = 0;

/** The part of PGlite's transaction that Drizzle asks. */
export type Within = Pick<Transaction, 'query' | 'rollback'>;
/** The part of PGlite that Drizzle asks. */
type Asked = Pick<PGlite, 'query'> & { transaction<T>(work: (tx: Within) => Promise<T>): Promise<T> };

/**
 * PGlite parses and plans each statement anew, which is most of what a statement costs it. Here each text is prepared
 * once under a name, and afterwards only bound and carried out: a third to a fifth of the time. A transaction goes over
 * with its first statement. What is asked, what is answered and what fails are PGlite's own.
 * @param onBroken is told where the engine breaks down: nothing is answered any more
 */
export function preparedPglite(client: PGlite, onBroken: (cause: unknown) => void = () => undefined): Asked {
  const kept = new Map<string, Kept>();

  const send = endedByBreak(wireTo(client), onBroken);

  /** Under a name for the next time; what is too long for that under none, until something else is prepared. */
  async function prepared(text: string): Promise<Kept> {
    const known = kept.get(text);
    if (known) {
      kept.delete(text);
      kept.set(text, known);
      return known;
    }
    const stays = text.length <= longestKept;
    const name = stays ? `kept_${named++}` : '';
    const { types, columns } = await send(
      serialize.parse({ name, text }),
      serialize.describe({ type: 'S', name }),
      synced,
    );
    const made = { name, types, fields: columns.map(({ name, dataTypeID }) => ({ name, dataTypeID })) };
    if (stays) kept.set(text, made);
    if (kept.size > mostKept) await forget(kept.keys().next().value!);
    return made;
  }

  async function forget(text: string): Promise<void> {
    const known = kept.get(text);
    kept.delete(text);
    if (known) await send(serialize.close({ type: 'S', name: known.name }), synced);
  }

  /** @param before what is sent with it, ahead of it */
  async function carriedOut<T>(
    statement: string,
    given: readonly unknown[],
    options: QueryOptions,
    before?: () => Uint8Array[],
  ): Promise<Results<T>> {
    // What begins a transaction forgets what has no name.
    if (before && statement.length > longestKept) for (const message of before()) await send(message);
    const { name, types, fields } = await prepared(statement);
    const values = given.map((value, at): unknown => {
      if (value === null || value === undefined) return null;
      const serializer = client.serializers[types[at]!];
      return serializer ? serializer(value) : String(value);
    });
    try {
      const bound = serialize.bind({ statement: name, values });
      return answerOf<T>(fields, await send(...(before?.() ?? []), bound, executed, synced), client, options);
    } catch (error) {
      if (isStale(error)) await forget(statement);
      throw error;
    }
  }

  /** What belongs to one transaction; it begins with its first statement, and one without any is none. */
  async function within<T>(work: (tx: Within) => Promise<T>): Promise<T> {
    let begun = false;
    let closed = false;
    const begins = (): Uint8Array[] => {
      if (begun) return [];
      begun = true;
      return [beginning];
    };
    const end = async (how: Uint8Array): Promise<void> => {
      closed = true;
      if (begun) await client.runExclusive(() => send(how));
    };
    const query: Asked['query'] = (text, values = [], options = {}) =>
      client.runExclusive(() => {
        if (closed) throw new Error('the transaction is over');
        return carriedOut(text, values, options, begins);
      });
    try {
      const result = await work({ query, rollback: () => end(rollingBack) });
      if (!closed) await end(committing);
      return result;
    } catch (error) {
      if (!closed) await end(rollingBack);
      throw error;
    }
  }

  async function exclusively<T>(work: () => Promise<T>): Promise<T> {
    await client._checkReady();
    return client._runExclusiveTransaction(async () => {
      const result = await work();
      await client.syncToFs();
      return result;
    });
  }

  return {
    query: <T>(text: string, values: unknown[] = [], options: QueryOptions = {}) =>
      exclusively(() => client.runExclusive(() => carriedOut<T>(text, values, options))),
    transaction: (work) => exclusively(() => within(work)),
  };
}
