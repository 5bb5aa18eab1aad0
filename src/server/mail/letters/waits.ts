import { pauseOver } from '#server/database/pauses';
import { messages } from '#server/database/schema/work';
import { type SQL, sql } from 'drizzle-orm';

/** Whether a letter was written so that it waits and has not been tried: it can be called back, and holds up none that came after it. */
export const neverTried: SQL<boolean> = sql<boolean>`(${messages.state} = 'outgoing' and ${messages.tries} = 0 and ${messages.triedAt} is not null)`;

/** The same, as long as it waits. */
export const waitsToBeCalledBack: SQL<boolean> = sql<boolean>`(${neverTried} and not ${pauseOver(messages.triedAt, messages.pause)})`;
