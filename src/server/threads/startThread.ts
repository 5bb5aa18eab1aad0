import { Worker, type WorkerOptions } from 'node:worker_threads';

/** Where the build lays what is started by itself; null while the sources run as they are written. */
const built = /^.*\/dist\/server\//.exec(import.meta.url)?.[0] ?? null;

/**
 * A thread that runs one file of ours: as it was built, or as it is written, told first how to read that.
 * @param path below `src`, without its ending; `astro.config.mjs` names it among what is built by itself
 */
export function startThread(path: string, options: WorkerOptions = {}): Worker {
  if (built !== null) return new Worker(new URL(`${path.split('/').at(-1)!}.mjs`, built), options);
  const source = new URL(`../../${path}.ts`, import.meta.url).href;
  const told = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(source)}); })`;
  return new Worker(told, { ...options, eval: true });
}
