import type { Played, Playing } from '#demo/years/play';
import { on } from 'node:events';
import { Worker } from 'node:worker_threads';

/** Plays in a thread of its own, while this one writes what has come. */
export async function* playApart(what: Playing): AsyncGenerator<Played> {
  // A thread reads TypeScript only once it is told how.
  const source = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(new URL('./playing.ts', import.meta.url).href)}); })`;
  const worker = new Worker(source, { eval: true, workerData: what });
  try {
    for await (const [played] of on(worker, 'message') as AsyncIterable<[Played]>) {
      yield played;
      if (played.remains) return;
    }
  } finally {
    await worker.terminate();
  }
}
