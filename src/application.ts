import { type App, compose } from '#compose';
import { releaseClaims } from '#server/jobs/run/claimDue';
import { ConfigError, readConfig } from '#server/config';
import { DatabaseRefused } from '#server/database/away';
import { DirectoryInUse, DirectoryUnusable } from '#server/database/directoryLock';
import { log } from '#server/logging/log';
import { releaseLetters } from '#server/mail/outbox/outbox';

type Running = { app: Promise<App>; timer?: NodeJS.Timeout };
const running = globalThis as typeof globalThis & { ostendo?: Running };

/** How often a running process looks for what is due. */
const lookMilliseconds = 1000;
/** How often it looks whether the work of a night is to be done. */
const nightMilliseconds = 60_000;

/**
 * The one application of this process, opened at the first call; development reloads find it again. A start that fails
 * can be tried again.
 */
export function application(): Promise<App> {
  running.ostendo ??= { app: start() };
  const { app } = running.ostendo;
  app.catch(() => (running.ostendo = undefined));
  return app;
}

/** Settings, a directory or a database that cannot be used: only a person can help. */
export const needsAPerson = (error: unknown): error is Error =>
  error instanceof DirectoryInUse ||
  error instanceof DirectoryUnusable ||
  error instanceof DatabaseRefused ||
  error instanceof ConfigError;

/** The code of a process that ends because its database engine has broken down: whoever watches it starts it again. */
const brokenDown = 70;

function endBroken(cause: unknown): never {
  log.fatal({ err: cause }, 'the database engine has broken down: the process ends and has to be started again');
  process.exit(brokenDown);
}

/** Keeps the timer, so that it is stopped at the end; it keeps no process alive. */
function setTimer(work: () => void, set: (work: () => void, milliseconds: number) => NodeJS.Timeout): void {
  const timer = set(work, lookMilliseconds);
  timer.unref();
  if (running.ostendo) running.ostendo.timer = timer;
}

async function start(): Promise<App> {
  const app = await compose(readConfig(process.env), { onBroken: endBroken });
  // Reading the business once has its letters written in its style from the first on.
  if (await app.queries.isSetUp()) await app.queries.businessFace();
  // For a person at a terminal, and for nobody else.
  else
    process.stderr.write(`First start: open ${app.config.baseUrl}/first-start and type the code ${app.startCode()}\n`);
  // Nobody else has this directory: who claimed something in it has died.
  if (app.engine === 'PGlite') {
    await releaseClaims(app.deps);
    await releaseLetters(app.deps);
  }
  // Who waits for a page that the start was in the way of is answered before that.
  setTimer(() => {
    // Nobody else can be waiting for an answer there: what is open was left by a process that ended.
    void app.look(app.engine === 'PGlite' ? 0 : undefined);
    // Whoever comes first finds it open; where it fails, whoever wants it is told.
    app.signIn().catch(() => undefined);
    setTimer(() => void app.look(), setInterval);
  }, setTimeout);
  setInterval(() => void app.nights.look(), nightMilliseconds).unref();
  return app;
}

/** Ends what the process has begun: looks no more, finishes the errand and the letter at hand, and closes the database. */
export async function endApplication(): Promise<void> {
  const { ostendo } = running;
  if (!ostendo) return;
  clearInterval(ostendo.timer);
  const app = await ostendo.app.catch(() => null);
  await app?.stopMovingClock();
  await app?.close();
}
