import { causes, codeOf } from '#server/database/away';
import { createHash } from 'node:crypto';
import type pg from 'pg';

/** What a statement is called whose text stays the same: a server plans it once for each connection. */
export const keptName = 'kept';

/** So many at most, as each connection keeps all of them. */
const mostNames = 300;

/**
 * A statement of that name is not there, or was there already: connections are given from one to another between us and
 * the server (appendix A of PostgreSQL's manual). Or its tables have changed since it was planned (plancache.c).
 */
const isOfName = (error: Error & { readonly routine?: string }): boolean =>
  ['26000', '42P05'].includes(codeOf(error) ?? '') || error.routine === 'RevalidateCachedQuery';

/** Names of statements at a server; where they cannot be used there are none from then on. */
export type KeptNames = {
  /** Gives what is to be kept the name of its text: whoever else knows that name means the same statement. */
  named<Q>(query: Q): Q;
  /** Whether an error came of a name. There are none any more, and the same can be asked again. */
  gaveUp(error: unknown): boolean;
};

type Query = { readonly name?: string; readonly text: string };
const isKept = (query: unknown): query is Query =>
  typeof query === 'object' && query !== null && 'name' in query && query.name === keptName;

export function keptNames(): KeptNames {
  const byText = new Map<string, string>();
  let usable = true;
  const nameOf = (text: string): string | undefined => {
    const known = byText.get(text);
    if (known !== undefined || byText.size === mostNames) return known;
    const name = `kept_${createHash('sha256').update(text).digest('hex').slice(0, 32)}`;
    byText.set(text, name);
    return name;
  };
  return {
    named: (query) => (isKept(query) ? { ...query, name: usable ? nameOf(query.text) : undefined } : query),
    gaveUp(error) {
      for (const cause of causes(error)) {
        if (!isOfName(cause)) continue;
        usable = false;
        return true;
      }
      return false;
    },
  };
}

/** A driver's client whose statements are called so. */
export const clientWith = (Client: typeof pg.Client, names: KeptNames): typeof pg.Client =>
  class extends Client {
    // The driver's many overloads come down to this one, as Drizzle uses them.
    override query = ((query: unknown, ...rest: unknown[]): unknown =>
      (Client.prototype.query as (...given: unknown[]) => unknown).call(
        this,
        names.named(query),
        ...rest,
      )) as pg.Client['query'];
  };
