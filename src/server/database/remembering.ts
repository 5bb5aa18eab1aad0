import { parse, type PGlite, protocol, type QueryOptions, type Results, type Transaction } from '@electric-sql/pglite';

/** Statements that are kept ready; who was asked longest ago makes room. */
const mostKept = 600;

/** What writes many rows at once differs with their number, and comes again too rarely to be kept. */
const longestKept = 8000;

const { serialize } = protocol;
/** Ends what is asked at once; what follows a failure is heard again after it. */
const synced = serialize.sync();

/** Its tables have changed since it was prepared, or somebody forgot it: the next time it is prepared anew. */
const isStale = (error: unknown): boolean => ['0A000', '26000'].includes((error as { code?: string }).code ?? '');

type Kept = { readonly name: string; readonly types: readonly number[]; readonly columns: Message[] };

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

/** The part of PGlite that Drizzle asks. */
type Asked = Pick<PGlite, 'query' | 'transaction'>;

/**
 * PGlite parses and plans each statement anew, which is most of what a statement costs it. Here each text is prepared
 * once under a name, and afterwards only bound and carried out: a third to a fifth of the time. What is asked, what is
 * answered and what fails are PGlite's own.
 */
export function remembering(client: PGlite): Asked {
  const kept = new Map<string, Kept>();

  const send = (...messages: Uint8Array[]) => client.execProtocolStream(Buffer.concat(messages), { syncToFs: false });

  async function prepared(text: string): Promise<Kept> {
    const known = kept.get(text);
    if (known) {
      kept.delete(text);
      kept.set(text, known);
      return known;
    }
    const name = `kept_${named++}`;
    const described = await send(serialize.parse({ name, text }), serialize.describe({ type: 'S', name }), synced);
    const types = parse.parseDescribeStatementResults(described);
    const made = { name, types, columns: described.filter((message) => message.name === 'rowDescription') };
    kept.set(text, made);
    if (kept.size > mostKept) await forget(kept.keys().next().value!);
    return made;
  }

  async function forget(text: string): Promise<void> {
    const known = kept.get(text);
    kept.delete(text);
    if (known) await send(serialize.close({ type: 'S', name: known.name }), synced);
  }

  async function carriedOut<T>(statement: string, values: unknown[], options: QueryOptions): Promise<Results<T>> {
    const { name, types, columns } = await prepared(statement);
    const written = values.map((value, at) => {
      if (value === null || value === undefined) return null;
      const type = types[at]!;
      const serializer = client.serializers[type];
      return asBytes(serializer ? serializer(value) : String(value), type);
    });
    let carried: Message[];
    try {
      carried = await send(serialize.bind({ statement: name, values: written }), serialize.execute({}), synced);
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

  return {
    query: async <T>(text: string, values: unknown[] = [], options: QueryOptions = {}) => {
      if (text.length > longestKept) return client.query<T>(text, values, options);
      await client._checkReady();
      return client._runExclusiveTransaction(async () => {
        const result = await client.runExclusive(() => carriedOut<T>(text, values, options));
        await client.syncToFs();
        return result;
      });
    },
    transaction: (work) =>
      client.transaction((tx) =>
        work({
          ...tx,
          get closed() {
            return tx.closed;
          },
          query: <T>(text: string, values: unknown[] = [], options: QueryOptions = {}) =>
            text.length > longestKept || tx.closed
              ? tx.query<T>(text, values, options)
              : client.runExclusive(() => carriedOut<T>(text, values, options)),
        } satisfies Transaction as Transaction),
      ),
  };
}
