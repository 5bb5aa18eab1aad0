import type { Played, Playing } from '#demo/years/play';
import { startThread } from '#server/threads/startThread';
import { on } from 'node:events';

/** Plays in a thread of its own, while this one writes what has come. */
export async function* playApart(what: Playing): AsyncGenerator<Played> {
  const worker = startThread('demo/years/playing', { workerData: what });
  try {
    for await (const [played] of on(worker, 'message') as AsyncIterable<[Played]>) {
      yield played;
      if (played.remains) return;
    }
  } finally {
    await worker.terminate();
  }
}
