import type { PreviewWording } from '#contracts/wordings';
import type { Instant } from '#core/calendar/instant';
import { nextErrandMoment, releaseClaims, runDue } from '#server/agenda/runDue';
import { type Config, ConfigError, readConfig } from '#server/config';
import { isDatabaseAway } from '#server/database/away';
import { DirectoryInUse, DirectoryUnusable } from '#server/database/directoryLock';
import { DatabaseRefused } from '#server/database/openServer';
import { type OpenDatabase, openDatabase } from '#server/database/open';
import type { Deps } from '#server/deps';
import { useCases } from '#server/usecases/useCases';
import { linkGuard } from '#server/http/linkGuard';
import { openSignIn } from '#server/http/signIn';
import { receiveEvent } from '#server/http/processorEvents';
import { recoverIntents } from '#server/intents/carryOut';
import { installationSecret, secretFor, urlKey } from '#server/secrets';
import type { FreeQuery } from '#contracts/checkout';
import { clientBookings } from '#server/queries/clientBookings';
import { recoverRequests } from '#server/usecases/requestPayments';
import { waysView } from '#server/queries/ways';
import { nextRenewal, renewAccess } from '#server/ways/renewAccess';
import { creditView, requestPage } from '#server/queries/credit';
import { deviceSees, rememberDevice } from '#server/usecases/devices';
import { idsOfCheckout } from '#server/usecases/payCheckout';
import { checkoutView } from '#server/queries/checkoutView';
import { freeOf } from '#server/queries/free';
import { bookPage } from '#server/queries/openServices';
import { firstStart } from '#server/usecases/firstStart';
import { quoteOfLink } from '#server/quotes/quoteLink';
import { bookingOfLink } from '#server/usecases/clientLink';
import { acceptedFile } from '#server/queries/acceptedFile';
import { receiptFile } from '#server/queries/receiptFile';
import { calendarOf } from '#server/queries/calendar';
import { agreementFile } from '#server/quotes/agreementFile';
import { previewWording } from '#server/queries/messages';
import { openOutbox, releaseLetters } from '#server/outbox/outbox';
import { type Deadlines, mailboxWithDeadline, withDeadlines } from '#server/outside/deadlines';
import { log } from '#server/logging/log';
import { demoSignIn } from '#demo/scenario';
import { openQueries } from '#server/queries/queries';
import { openClockMoves } from '#world/clock/moves';
import { openWorld } from '#world/openWorld';
import { repeatEvent, standInsView, steerRenewals } from '#world/steering';
import type { Post } from '#world/cardNetwork/events';
import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';

/** How long a clock that is moved waits for the letters of a moment, in milliseconds. */
const letterPatience = 20_000;
const unref = { ref: false } as const;

export type App = Awaited<ReturnType<typeof compose>>;

/** Over HTTP, to this installation's own address: the way that a real processor's events come in. */
const overHttp =
  (address: string): Post =>
  async (body, headers) => {
    const signal = AbortSignal.timeout(10_000);
    return fetch(`${address}/api/events/cards`, { method: 'POST', body, headers, signal });
  };

/** Puts the parts together: picks the world and the database, gives the use cases. */
export async function compose(
  config: Config,
  given: { opened?: OpenDatabase; post?: Post; deadlines?: Deadlines } = {},
) {
  const report = (problem: string, error: unknown): void => log.error({ err: error }, problem);
  const opened = given.opened ?? (await openDatabase({ ...config, report }));
  const { db } = opened;
  const secret = installationSecret(config.secret, config.directory);
  const eventSecret = secretFor(secret, 'processor events');
  const post = given.post ?? overHttp(`http://127.0.0.1:${config.port}`);
  const world = await openWorld({ db, baseUrl: config.baseUrl, eventSecret, post, smtpUrl: config.smtpUrl });
  /** When the agenda was last seen to move on: while it has work, at each step; without, at each look. */
  let seenAt = performance.now();
  const deps: Deps = {
    db,
    clock: world.clock,
    providers: withDeadlines(world.providers, given.deadlines),
    mailbox: mailboxWithDeadline(world.mailbox, given.deadlines),
    outbox: { wake: () => outbox.wake() },
    baseUrl: config.baseUrl,
    newId: randomUUID,
    keyOf: (purpose, subject) => urlKey(secretFor(secret, `${purpose} ${subject}`)),
    report,
    note: (what, about) => {
      seenAt = performance.now();
      log.info(about, what);
    },
  };
  const outbox = openOutbox(deps);

  /** One at a time in this process, so that a moving clock and the regular look keep the order of what is due. */
  let before: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const mine = before.then(work, work);
    before = mine.catch(() => undefined);
    return mine;
  };

  const settleNow = async (): Promise<void> => {
    for (;;) {
      const acted = await world.advance();
      const renewed = await renewAccess(deps);
      if ((await runDue(deps)) === 0 && !acted && renewed === 0) return;
    }
  };
  /** Letters of a moment are handed over before the next, unless the mail server takes its time. */
  const lettersOut = (): Promise<unknown> => Promise.race([outbox.quiet(), pause(letterPatience, undefined, unref)]);
  const settleWhole = async (): Promise<void> => {
    await settleNow();
    await lettersOut();
  };

  const moveClockNow = async (to: Instant, progress?: (at: Instant) => boolean | void): Promise<void> => {
    await settleWhole();
    for (;;) {
      const moments = [await nextErrandMoment(deps), await world.nextMoment(), await nextRenewal(deps)];
      const next = moments.filter((at): at is Instant => at !== null && at > world.clock.now()).sort()[0];
      if (!next || next > to) break;
      await world.clock.moveTo(next);
      await settleWhole();
      if (progress?.(next) === false) return;
    }
    await world.clock.moveTo(to);
    await settleWhole();
  };

  /** Carries out everything that is due now, in the application and in the world, until both are quiet. */
  const settle = (): Promise<void> => inTurn(settleWhole);
  /** Takes up what a crash, of this process or another, left open: after so many seconds without an answer. */
  const recover = (patience?: number): Promise<void> =>
    inTurn(async () => {
      await world.clock.refresh();
      await recoverIntents(deps, patience);
      await recoverRequests(deps, patience);
      await settleNow();
      outbox.wake();
    });
  /**
   * Moves the standing clock, each thing that falls due on the way at its own moment and in order.
   * @param progress is told each moment; where it answers false, the clock stops there
   */
  const moveClock = (to: Instant, progress?: (at: Instant) => boolean | void): Promise<void> =>
    inTurn(() => moveClockNow(to, progress));

  const queries = openQueries(deps);
  const signIn = openSignIn({ db, secret: secretFor(secret, 'sessions'), baseUrl: config.baseUrl });
  const clockMoves = openClockMoves({
    clock: world.clock,
    move: moveClock,
    timeZone: queries.timeZone,
    report: deps.report,
  });

  let looking = false;
  let saidAway = false;
  /** What a running process does each second. Never fails, and never runs twice at once. */
  const look = async (patience?: number): Promise<void> => {
    if (looking) return;
    looking = true;
    try {
      await recover(patience);
      saidAway = false;
    } catch (error) {
      // While the database is away it is said once, not each second.
      if (!saidAway) report('the agenda could not be carried out', error);
      saidAway = isDatabaseAway(error);
    } finally {
      looking = false;
      seenAt = performance.now();
    }
  };

  return {
    config,
    look,
    /** Seconds since the agenda was last seen to move on. */
    agendaSilence: (): number => Math.round((performance.now() - seenAt) / 1000),
    engine: opened.engine,
    deps,
    world,
    settle,
    recover,
    moveClock,
    signIn,
    /** The demo's door: known to everybody, and only there. */
    demoSignIn: config.demo ? demoSignIn : null,
    firstStart: firstStart(deps, signIn),
    ...clockMoves,
    standIns: (mailSearch: string) => standInsView(world, clockMoves.moving(), mailSearch),
    repeatEvent: repeatEvent(world),
    steerRenewals: steerRenewals(world),
    receiveEvent: (body: string, headers: Headers) => receiveEvent(deps, eventSecret, body, headers),
    eventSecret,
    queries,
    ...useCases(deps),
    ...linkGuard(),
    /** Resolves when everything that was written has been handed over, or waits for its next try. */
    lettersOut: outbox.quiet,
    close: async (): Promise<void> => {
      await outbox.stop();
      await before; // what the agenda has begun
      await opened.close();
    },
    checkoutView: (key: string, whole = false) => checkoutView(deps, key, whole),
    bookPage: () => bookPage(db, world.clock.now()),
    free: (query: FreeQuery) => freeOf(db, world.clock.now(), query),
    requestPage: (link: string) => requestPage(deps, link),
    creditView: () => creditView(deps),
    waysView: () => waysView(deps),
    clientBookings: (link: string) => clientBookings(deps, link),
    deviceSees: (device: string | null, bookingId: string) => deviceSees(deps, device, bookingId),
    rememberDevice: (device: string, may: Parameters<typeof rememberDevice>[2]) =>
      rememberDevice(db, device, may, world.clock.now()),
    bookingsOfCheckout: (key: string) => idsOfCheckout(db, key),
    previewWording: (request: PreviewWording) => previewWording(db, world.clock.now(), request),
    bookingOfLink: (link: string) => bookingOfLink(db, link, world.clock.now()),
    quoteOfLink: (link: string) => quoteOfLink(db, link),
    calendarOf: (bookingId: string) => calendarOf(deps, bookingId),
    acceptedFile: (bookingId: string) => acceptedFile(deps, bookingId),
    receiptFile: (bookingId: string, number: number) => receiptFile(deps, bookingId, number),
    agreementFile: (wanted: Parameters<typeof agreementFile>[1]) => agreementFile(db, wanted),
  };
}

type Running = { app: Promise<App>; timer?: NodeJS.Timeout };
const running = globalThis as typeof globalThis & { ostendo?: Running };

/** How often a running process looks for what is due. */
const lookMilliseconds = 1000;

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

async function start(): Promise<App> {
  const app = await compose(readConfig(process.env));
  // Nobody else has this directory: who claimed something in it has died.
  if (app.engine === 'PGlite') {
    await releaseClaims(app.deps);
    await releaseLetters(app.deps);
  }
  // Nobody else can be waiting for an answer there: what is open was left by a process that ended.
  void app.look(app.engine === 'PGlite' ? 0 : undefined);
  running.ostendo!.timer = setInterval(() => void app.look(), lookMilliseconds);
  running.ostendo!.timer.unref();
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
