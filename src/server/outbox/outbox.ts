import { byItself } from '#server/actor/actorNow';
import type { Deps } from '#server/deps';
import { messages } from '#server/database/schema/work';
import type { Room } from '#server/guard/room';
import { outsideTransactions } from '#server/database/onlyInside';
import { outsideRequests } from '#server/logging/requestNow';
import { handOverNext } from '#server/outbox/handOver';
import { eq } from 'drizzle-orm';

/**
 * What leaves: letters are committed with their causes and handed over here, beside everything else, so that a mail
 * server that is slow or silent is in nobody's way.
 */
export type Outbox = {
  /** Something was written: it is looked at now. Never waits. */
  wake(): void;
  /** Resolves when nothing is due any more. What failed waits for its next try and counts as done. */
  quiet(): Promise<void>;
  /** Ends after the message that is being handed over. */
  stop(): Promise<void>;
};

/**
 * @param room a letter that goes out must be recorded as sent: with no room for that, none does
 * @param begun how many transactions there were in this process; absent where nobody counts them
 */
export function openOutbox(
  deps: Deps,
  room: Room = { full: () => Promise.resolve(false) },
  begun: () => number = () => NaN,
): Outbox {
  /** When none was due, and when none waited for its next try either. */
  let noneDueAt = NaN;
  let emptyAt = NaN;
  let running: Promise<void> | null = null;
  let again = false;
  let stopped = false;
  const run = async (): Promise<void> => {
    do {
      again = false;
      let since = begun();
      while (!stopped && !(await room.full()) && (await handOverNext(deps))) since = begun();
      noneDueAt = since;
    } while (again && !stopped);
  };
  /** Nothing was written here since none was due, and none is that becomes due without anything being written. */
  const isEmpty = async (): Promise<boolean> => {
    const now = begun();
    if (now !== noneDueAt) return false;
    if (now !== emptyAt && !(await anyWaiting(deps))) emptyAt = now;
    return now === emptyAt;
  };
  const wake = (): void => {
    again = true;
    if (stopped || running) return;
    running = outsideTransactions(() => outsideRequests(() => byItself(run)))
      .catch((error: unknown) => deps.report('the outbox could not be read', error))
      .finally(() => (running = null));
  };
  return {
    wake,
    async quiet() {
      if (!running && (await isEmpty())) return;
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
export const releaseLetters = ({ db }: Pick<Deps, 'db'>): Promise<unknown> =>
  db.update(messages).set({ triedAt: null, pause: 0 }).where(eq(messages.state, 'outgoing'));
