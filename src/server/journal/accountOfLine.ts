import { journalLines } from '#server/database/schema/journal';
import { sql } from 'drizzle-orm';

/** An account as its owner sees it: what a processor collects and takes stands apart for each. */
export const accountOf = ({ account, processor }: { readonly account: string; readonly processor: string }): string =>
  processor === '' ? account : `${account}:${processor}`;

/** The same in a statement. */
export const accountOfLine = sql<string>`case when ${journalLines.processor} = '' then ${journalLines.account} else ${journalLines.account} || ':' || ${journalLines.processor} end`;
