import type { Played, Playing } from '#demo/years/play';
import { on } from 'node:events';
import { Worker } from 'node:worker_threads';

/** As it was built, beside whoever asks; as it is written, in a thread that is told first how to read that. */
function player(what: Playing): Worker {
  const { url } = import.meta;
  if (!url.endsWith('.ts')) return new Worker(new URL('playing.mjs', url), { workerData: what });
  const source = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(new URL('playing.ts', url).href)}); })`;
  return new Worker(source, { eval: true, workerData: what });
}

/** Plays in a thread of its own, while this one writes what has come. */
export async function* playApart(what: Playing): AsyncGenerator<Played> {
  const worker = player(what);
  try {
    for await (const [played] of on(worker, 'message') as AsyncIterable<[Played]>) {
      yield played;
      if (played.remains) return;
    }
  } finally {
    await worker.terminate();
  }
}
