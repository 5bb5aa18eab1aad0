import { application, endApplication, needsAPerson } from '#application';
import { readConfig } from '#server/config';
import { openEntry, type PagesHandler } from '#server/http/entry/entry';
import { capturePrints } from '#server/logging/capturePrints';
import { log } from '#server/logging/log';
import { loadAll } from '#server/loading';
import { lazyModules, lazy } from '#server/lazy';
import type { Server } from 'node:http';
import { Server as NetServer } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';

/** What was begun has so long to end before it is cut off; a supervisor that waits 20 s sees a clean end. */
const drainMilliseconds = 12_000;
/** So long a connection may be silent while the process ends, in milliseconds. */
const idleGrace = 400;
/** A start that failed for a reason that may pass is tried again after so long. */
const startPause = 3000;

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

/**
 * The built server: listens at once, and says that it is starting until the application is open. Settings, a directory or
 * a database that cannot be used are said on standard error, and the process ends with 1.
 */
async function main(): Promise<void> {
  capturePrints();
  const { port, host, baseUrl, trustedProxies } = readConfig(process.env);
  let ready = false;
  const pages = lazy(loadPages);
  const server = openEntry({
    baseUrl,
    trustedProxies,
    assets: here('../client/'),
    pages: async (...asked) => (await pages()).handler(...asked),
    isReady: () => ready,
  });
  server.once('error', endWith);
  server.listen(port, host);
  endOnSignals(server);
  for (;;) {
    try {
      // Pages are loaded while the database's engine is read and compiled beside them.
      await Promise.all([application(), pages().catch(endWith)]);
      ready = true;
      log.info({ port }, 'ready');
      const { pageMap } = await pages();
      void loadAll(
        [...pageMap.values(), ...lazyModules()],
        () => log.info('every part of the program is loaded'),
        (error) =>
          log.fatal({ err: error }, 'a part of the program could not be loaded: the process has to be started again'),
      );
      return;
    } catch (error) {
      if (needsAPerson(error)) throw error;
      log.error({ err: error }, 'the application could not be opened; it is tried again');
      await pause(startPause);
    }
  }
}

/** What answers, and what loads each page. */
type Built = { readonly handler: PagesHandler; readonly pageMap: ReadonlyMap<string, () => Promise<unknown>> };

/** Astro's build lies beside this file; its name is no module that a bundler could find. */
async function loadPages(): Promise<Built> {
  const built = new URL('./entry.mjs', import.meta.url).href;
  return (await import(/* @vite-ignore */ built)) as Built;
}

/**
 * What had come in while the process was busy has been read: timers run before that, so that after a long moment a connection
 * looks idle whose request waits to be read.
 */
async function polled(): Promise<void> {
  for (let round = 0; round < 3; round++) await new Promise((resolve) => setImmediate(resolve));
}

function endOnSignals(server: Server): void {
  let ending = false;
  const end = async (): Promise<void> => {
    if (ending) return;
    ending = true;
    log.info('ending: what was begun is answered, nothing else is taken');
    // What the kernel has accepted for us would be cut off: it is taken first.
    await pause(idleGrace);
    await polled();
    // Takes no new connections; those that are open and silent are closed only after a moment, as a request may be on
    // its way on one of them. (The HTTP server's own `close` cuts them off at once.)
    const drained = new Promise<void>((resolve) => NetServer.prototype.close.call(server, () => resolve()));
    const closing = setInterval(() => void polled().then(() => server.closeIdleConnections()), idleGrace);
    await Promise.race([drained, pause(drainMilliseconds)]);
    clearInterval(closing);
    server.closeAllConnections();
    await Promise.race([endApplication(), pause(5000)]);
    process.exit(0);
  };
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void end());
}

function endWith(error: unknown): never {
  // For a person at a terminal: what is wrong and what to do, without a stack.
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}

main().catch(endWith);
