import type { Database } from '#server/database/database';
import { time } from '../measure';

type Statement = { readonly text: string; readonly params: unknown[] };
type Logger = { logQuery(text: string, params: unknown[]): void };
/** What Drizzle and its drivers have inside: nothing of it is promised, and only this file reads it. */
type Inside = {
  readonly session: {
    logger: Logger;
    readonly options: { logger?: Logger };
    readonly client: { query(text: string, params: unknown[]): Promise<unknown> };
  };
};

const inside = (db: Database): Inside['session'] => (db as unknown as Inside).session;

/** What a transaction begins and ends with belongs to no statement that can be sent by itself. */
const frames = /^(begin|commit|rollback|savepoint|release)\b/;

/** The statements that some work sends, in their order. */
export async function statementsOf(db: Database, work: () => Promise<unknown>): Promise<Statement[]> {
  const session = inside(db);
  const sent: Statement[] = [];
  const before = session.logger;
  const logger: Logger = {
    logQuery(text, params) {
      if (!frames.test(text)) sent.push({ text, params });
    },
  };
  session.logger = logger;
  session.options.logger = logger;
  try {
    await work();
  } finally {
    session.logger = before;
    session.options.logger = before;
  }
  return sent;
}

/** The statements that take longest by themselves, for whoever looks for the next thing to mend. */
export async function slowest(db: Database, statements: readonly Statement[], above: number): Promise<string[]> {
  const { client } = inside(db);
  const slow: string[] = [];
  for (const { text, params } of statements) {
    const took = await time(() => client.query(text, params), 3);
    if (took > above) slow.push(`${took.toFixed(0)} ms  ${text.replaceAll(/\s+/g, ' ').slice(0, 400)}`);
  }
  return slow;
}

/** The same statements where nothing else is done: read by the driver, and thrown away. */
export async function bare(db: Database, statements: readonly Statement[]): Promise<void> {
  const { client } = inside(db);
  for (const { text, params } of statements) await client.query(text, params);
}
