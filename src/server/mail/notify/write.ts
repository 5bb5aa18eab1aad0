import type { Instant } from '#core/calendar/instant';
import type { Tx } from '#server/database/database';
import { onceOver } from '#server/database/onlyInside';
import { carryOutKept } from '#server/database/prepared';
import { business } from '#server/database/schema/business';
import { messages } from '#server/database/schema/work';
import { jsonRows, namedColumns } from '#server/database/oneStatement';
import { sql } from 'drizzle-orm';

type Row = Omit<typeof messages.$inferInsert, 'state' | 'seq' | 'triedAt' | 'pause'> & {
  /** Seconds of real time in which it can be called back; base: none. */
  readonly waits?: number;
};

let written = 0;
/** How many letters can have begun to wait in this process: whoever has handed over all of them asks whether there are more. */
export const lettersWritten = (): number => written;

/** A letter waits to be handed over, from the end of the transaction on that says so: nobody finds it before. */
export const letterWaits = (): void => onceOver(() => written++);

/**
 * Commits a message, with the caller's transaction. @returns its id, or null where there is one for its cause, or where
 * whom it is for has been erased
 */
export async function writeLetter(tx: Tx, { waits = 0, ...row }: Row): Promise<string | null> {
  if (row.recipient === '') return null;
  letterWaits();
  const written = { ...row, state: 'outgoing' } as const;
  const given = (Object.keys(written) as (keyof typeof written)[]).filter((key) => written[key] !== undefined);
  const columns = namedColumns(given);
  const from = waits > 0 ? sql`now()` : sql`null::timestamptz`;
  const { rows } = await carryOutKept<{ id: string }>(
    tx,
    sql`insert into ${messages} (${columns}, tried_at, pause)
        select ${columns}, ${from}, ${waits}::integer from ${jsonRows(messages, [written])}
        on conflict do nothing returning id`,
  );
  return rows[0]?.id ?? null;
}

/** Tells the owner something, at their own address, in the transaction of its cause. One message for each key. */
export async function writeNotice(
  tx: Tx,
  about: {
    readonly id: string;
    readonly key: string;
    readonly subject: string;
    readonly lines: readonly string[];
    /** The owner's page that it leads to. */
    readonly path: string;
    readonly now: Instant;
  },
): Promise<void> {
  const { id, key, subject, lines, path, now } = about;
  const [owner] = await tx.select({ name: business.name, email: business.email }).from(business);
  await writeLetter(tx, {
    id,
    cause: key,
    occasion: 'notice',
    subject,
    path,
    madeAt: now,
    recipient: owner!.email,
    recipientName: owner!.name,
    body: [...lines, 'Look'],
  });
}
