import { parse, type PGlite, protocol, type QueryOptions, type Results, type Transaction } from '@electric-sql/pglite';

/** Statements that are kept ready; who was asked longest ago makes room. */
const mostKept = 600;

/** What writes many rows at once differs with their number, and comes again too rarely to be kept. */
const longestKept = 8000;

const { serialize } = protocol;
/** Ends what is asked at once; what follows a failure is heard again after it. */
const synced = serialize.sync();
const executed = serialize.execute({});
const [beginning, committing, rollingBack] = ['begin', 'commit', 'rollback'].map((word) => serialize.query(word)) as [
  Uint8Array,
  Uint8Array,
  Uint8Array,
];

/** Its tables have changed since it was prepared, or somebody forgot it: the next time it is prepared anew. */
const isStale = (error: unknown): boolean => ['0A000', '26000'].includes((error as { code?: string }).code ?? '');

type Kept = { readonly name: string; readonly types: readonly number[]; readonly columns: Message[] };

const isReady = ({ name }: Message): boolean => name === 'readyForQuery';

type Message = Awaited<ReturnType<PGlite['execProtocolStream']>>[number];

/** From so many characters on a text goes over as its bytes: PGlite counts them character by character. */
const longText = 1000;
/** Types whose binary form is the text itself, and `jsonb`, which has the version of that form before it (pg_type.dat, jsonb_recv). */
const [json, text, jsonb] = [114, 25, 3802];

function asBytes(value: string, type: number | undefined): string | Uint8Array {
  if (value.length < longText) return value;
  if (type === jsonb) return Buffer.concat([Buffer.of(1), Buffer.from(value)]);
  return type === text || type === json ? Buffer.from(value) : value;
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
 */
export function remembering(client: PGlite): Asked {
  const kept = new Map<string, Kept>();

  const send = (...messages: Uint8Array[]) => client.execProtocolStream(Buffer.concat(messages), { syncToFs: false });

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
    const described = await send(serialize.parse({ name, text }), serialize.describe({ type: 'S', name }), synced);
    const types = parse.parseDescribeStatementResults(described);
    const made = { name, types, columns: described.filter((message) => message.name === 'rowDescription') };
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
    values: unknown[],
    options: QueryOptions,
    before?: () => Uint8Array[],
  ): Promise<Results<T>> {
    // What begins a transaction forgets what has no name.
    if (before && statement.length > longestKept) for (const message of before()) await send(message);
    const { name, types, columns } = await prepared(statement);
    const written = values.map((value, at) => {
      if (value === null || value === undefined) return null;
      const type = types[at]!;
      const serializer = client.serializers[type];
      return asBytes(serializer ? serializer(value) : String(value), type);
    });
    const ahead = before?.() ?? [];
    let carried: Message[];
    try {
      const answered = await send(...ahead, serialize.bind({ statement: name, values: written }), executed, synced);
      carried = answered.slice(ahead.length === 0 ? 0 : answered.findIndex(isReady) + 1);
    } catch (error) {
      if (isStale(error)) await forget(statement);
      throw error;
    }
    // PGlite would copy its hundred parsers for each answer.
    const parsers = Object.assign(Object.create(client.parsers) as typeof client.parsers, options.parsers);
    const [result] = parse.parseResults(
      [...columns, ...carried],
      parsers,
      options.rowMode ? { rowMode: options.rowMode } : {},
    );
    return result as Results<T>;
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
