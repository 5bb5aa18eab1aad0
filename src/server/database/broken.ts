import type { Wire } from '#server/database/wire';

/** The database in this process has broken down, and whoever asks it would wait for ever. */
export class EngineBroken extends Error {
  override readonly name = 'EngineBroken';
  constructor(override readonly cause: unknown) {
    super('the database engine has broken down');
  }
}

/** PostgreSQL gave itself up (its disk failed amid a commit), or its code came upon something that cannot be. */
const isBreak = (error: unknown): boolean =>
  error instanceof WebAssembly.RuntimeError ||
  ['PANIC', 'FATAL'].includes((error as { severity?: string }).severity ?? '') ||
  (error as Error).name === 'ExitStatus';

/**
 * A server's process would end and be started again, and recover from what it had synced. This one is ours: nothing is
 * asked of it any more, and `onBroken` is told, once and at once.
 */
export function endedByBreak(wire: Wire, onBroken: (cause: unknown) => void): Wire {
  let broken: EngineBroken | null = null;
  return async (...messages) => {
    if (broken) throw broken;
    try {
      return await wire(...messages);
    } catch (error) {
      if (!isBreak(error)) throw error;
      broken = new EngineBroken(error);
      onBroken(error);
      throw broken;
    }
  };
}
