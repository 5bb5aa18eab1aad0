import type { FailureKind } from '#contracts/failures/failures';
import { localDate } from '#core/calendar/zoned';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { troubles } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { writeNotice } from '#server/mail/notify/write';
import { cleanError } from '#server/logging/cleanError';
import { OutsideFailed } from '#server/external/outsideFailed';
import { causes } from '#server/database/away';
import { and, isNotNull, sql } from 'drizzle-orm';

/** What the owner is told of by letter where it lasts this long, in seconds of real time: shorter ones pass by themselves. */
const lastingSeconds = 15 * 60;

/** What was said when it failed, as far as it may be written down: who did not answer, else the innermost cause. */
export function saidBy(error: unknown): string {
  const all = [...causes(error)];
  const said = cleanError(all.find((cause) => cause instanceof OutsideFailed) ?? all.at(-1) ?? error);
  return said.message ?? said.type;
}

/**
 * Makes a call outside, and keeps how often it failed and with what. What lasts is told to the owner: once a day, however
 * many calls there are.
 * @throws what the call throws
 */
export async function keepingTrouble<T>(deps: Deps, kind: FailureKind, id: string, call: () => Promise<T>): Promise<T> {
  try {
    return await call();
  } catch (error) {
    // That it could not be kept must not hide what went wrong.
    await recordTrouble(deps, kind, id, saidBy(error)).catch((left: unknown) =>
      deps.report(`the trouble of ${kind} ${id} was not kept`, left),
    );
    throw error;
  }
}

/** Keeps one more failure. */
export async function recordTrouble(deps: Deps, kind: FailureKind, subject: string, error: string): Promise<void> {
  await deps.db.transaction(async (tx) => {
    const [row] = await tx
      .insert(troubles)
      .values({ kind, subject, since: deps.clock.now(), tries: 1, error })
      .onConflictDoUpdate({
        target: [troubles.kind, troubles.subject],
        set: { tries: sql`${troubles.tries} + 1`, error },
      })
      .returning({ lasting: sql<number>`extract(epoch from now() - ${troubles.firstAt})`.mapWith(Number) });
    if (row!.lasting >= lastingSeconds) await tellOwner(tx, deps);
  });
  deps.outbox.wake();
}

/** Tells the owner that money waits on what does not get through. */
export async function tellOwner(tx: Tx, deps: Deps): Promise<void> {
  const now = deps.clock.now();
  const { timeZone } = await ownerRow(tx);
  await writeNotice(tx, {
    id: deps.newId(),
    now,
    key: `notThrough:${localDate(now, timeZone)}`,
    subject: 'Something about money does not get through',
    lines: [
      'Ostendo could not do something about money that is due, and has tried again and again.',
      'What it is, since when, why and how often stands on the page behind the button, where you can have it tried at once or give it up. A request that had no answer is only ever asked again under the same key, so nothing is taken or given back twice.',
      'You are told once a day while it lasts.',
    ],
    path: '/failures',
  });
}

/** What is not tried again by itself: its owner has given it up. */
export const givenUpOn = (kind: FailureKind, subject: unknown) =>
  sql`exists (select 1 from ${troubles} where ${and(
    sql`${troubles.kind} = ${kind}`,
    sql`${troubles.subject} = ${subject}`,
    isNotNull(troubles.givenUpAt),
  )})`;
