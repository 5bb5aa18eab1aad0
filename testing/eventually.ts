import { setTimeout as pause } from 'node:timers/promises';

/** Waits for what comes true by itself, a moment later or, on a machine that is busy, a long one. @returns whether it did */
export async function eventually(isSo: () => boolean | Promise<boolean>): Promise<boolean> {
  for (const until = performance.now() + 60_000; performance.now() < until; await pause(10))
    if (await isSo()) return true;
  return isSo();
}
