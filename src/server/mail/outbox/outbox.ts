import { byItself } from '#server/actor/actorNow';
import type { Deps } from '#server/deps';
import { messages } from '#server/database/schema/work';
import type { Room } from '#server/rateLimits/room';
import { outsideTransactions } from '#server/database/onlyInside';
import { outsideRequests } from '#server/logging/requestNow';
import { lettersWritten } from '#server/mail/notify/write';
import { handOverNext } from '#server/mail/outbox/handOver';
import { eq } from 'drizzle-orm';

/**
 * What leaves: letters are committed with their causes and handed over here, beside everything else, so that a mail
 * server that is slow or silent is in nobody's way.
 */
export type Outbox = {
  /** What was written in this process is handed over now. Never waits. */
  wake(): void;
  /** So is what another process wrote, and what has waited long enough for its next try. Never waits. */
  look(): void;
  /** Resolves when nothing is due any more. What failed waits for its next try and counts as done. */
  quiet(): Promise<void>;
  /** Ends after the message that is being handed over. */
  stop(): Promise<void>;
};

/** @param room a letter that goes out must be recorded as sent: where that could not be written, none does */
export function openOutbox(deps: Deps, room: Room = { stop: () => Promise.resolve(null) }): Outbox {
  /** How many had been written in this process when none was left to go, not even one that waits for its next try. */
  let emptyAt = NaN;
  let running: Promise<void> | null = null;
  /** Whether somebody wants a look, and whether at more than what was written in this process. */
  let wanted: 'none' | 'written' | 'any' = 'none';
  let stopped = false;
  /** Hands over until none is due; what has been written meanwhile has its own call. */
  const handOverAll = async (): Promise<void> => {
    while (!stopped && !(await room.stop())) {
      const since = lettersWritten();
      const left = await handOverNext(deps);
      if (left === true) emptyAt = NaN;
      else if (left === false || (emptyAt !== since && !(await anyWaiting(deps)))) emptyAt = since;
      if (!left) return;
    }
  };
  const isWanted = (): boolean => wanted === 'any' || (wanted === 'written' && emptyAt !== lettersWritten());
  const run = async (): Promise<void> => {
    do {
      wanted = 'none';
      await handOverAll();
    } while (isWanted() && !stopped);
  };
  const begin = (): void => {
    if (stopped || running || !isWanted()) return;
    running = outsideTransactions(() => outsideRequests(() => byItself(run)))
      .catch((error: unknown) => deps.report('the outbox could not be read', error))
      .finally(() => {
        running = null;
        // It was woken after its last look.
        begin();
      });
  };
  const wake = (): void => {
    if (wanted === 'none') wanted = 'written';
    begin();
  };
  return {
    wake,
    look() {
      wanted = 'any';
      begin();
    },
    async quiet() {
      wake();
      while (running) await running;
    },
    async stop() {
      stopped = true;
      await running;
    },
  };
}

const anyWaiting = async ({ db }: Pick<Deps, 'db'>): Promise<boolean> =>
  (await db.select({ id: messages.id }).from(messages).where(eq(messages.state, 'outgoing')).limit(1)).length > 0;

/** Frees what a process was handing over that is dead: only for one that has the data to itself. */
export async function releaseLetters(deps: Pick<Deps, 'db'>): Promise<void> {
  if (!(await anyWaiting(deps))) return;
  await deps.db.update(messages).set({ triedAt: null, pause: 0 }).where(eq(messages.state, 'outgoing'));
}
