import type { PreviewWording } from '#contracts/messages/wordings';
import { openAlive } from '#server/jobs/turns/alive';
import { postEvents } from '#server/external/postEvents';
import { openTurns } from '#server/jobs/turns/turns';
import type { Config } from '#server/config';
import type { OpenDatabase, Report } from '#server/database/database';
import { gated } from '#server/database/gated';
import { openDatabase } from '#server/database/open';
import type { Deps } from '#server/deps';
import type { Adapters } from '#server/ports';
import { linkGuard } from '#server/rateLimits/linkGuard';
import { unlistedPeople } from '#server/auth/unlisted';
import { openDoor } from '#server/auth/door';
import { endSession, endSessions, type InSession, proofOf } from '#server/auth/sessions';
import { isFramed, testAccountConnected } from '#server/paymentMethods/payAccounts';
import { refundLimit } from '#server/queries/settings/refundLimit';
import { lookAfterCarts } from '#server/checkout/lookAfterCarts';
import { cartAlive } from '#server/checkout/cartAlive';
import { openConcurrencyLimit } from '#server/rateLimits/concurrencyLimit';
import { openRoom } from '#server/rateLimits/room';
import { openWork } from '#server/rateLimits/work';
import { openLimits } from '#server/rateLimits/limits';
import { openSignIn } from '#server/auth/signIn';
import { type EventSecrets, receiveEvent } from '#server/http/processorEvents';
import { addToSums } from '#server/journal/sums';
import { sealAnew } from '#server/sealAnew';
import { openVault } from '#server/vault';
import { openBackups } from '#server/backup/backups';
import { openHealth } from '#server/queries/settings/health';
import { openNights } from '#server/jobs/nightly/nights';
import { installationSecrets, secretFor, urlKey } from '#server/secrets';
import type { FreeQuery } from '#contracts/checkout/checkout';
import { clientBookings } from '#server/queries/clientPage/clientBookings';
import { eraseClient } from '#server/usecases/clients/eraseClient';
import { knownClients } from '#server/queries/clients/knownClients';
import { beginView } from '#server/queries/settings/begin';
import { paymentMethodsView } from '#server/queries/paymentMethods/paymentMethods';
import { creditView } from '#server/queries/credit/credit';
import { newRequest } from '#server/queries/paymentRequests/requestLines';
import { requestPage } from '#server/queries/paymentRequests/requestPage';
import { deviceSees, rememberDevice } from '#server/devices/devices';
import { idsOfCheckout } from '#server/checkout/inCheckout';
import { checkoutView } from '#server/queries/checkout/checkoutView';
import { freeOf } from '#server/queries/checkout/free';
import { bookPage, voucherPage } from '#server/queries/checkout/bookPage';
import { startCode } from '#server/auth/startCode';
import { firstStart } from '#server/usecases/auth/firstStart';
import { quoteOfLink } from '#server/quotes/quoteLink';
import { bookingOfLink } from '#server/links/clientLink';
import { acceptedFile } from '#server/queries/bookings/acceptedFile';
import { receiptFile } from '#server/queries/payments/receiptFile';
import { calendarOf } from '#server/formats/calendarOf';
import { agreementFile } from '#server/quotes/agreementFile';
import { previewLetter } from '#server/queries/messages/previewLetter';
import { previewWording } from '#server/queries/messages/messages';
import { openOutbox } from '#server/mail/outbox/outbox';
import { type Deadlines, mailboxWithDeadline, withDeadlines } from '#server/external/deadlines';
import { log } from '#server/logging/log';
import { demoSignIn } from '#server/seed/demoSignIn';
import { openBooks } from '#server/queries/books/openBooks';
import { openQueries } from '#server/queries/queries';
import { openFaults } from '#world/faults/faults';
import { takeBackCounts } from '#server/backfill/takeBackCounts';
import { bringForward } from '#server/backfill/bringForward';
import { nameProcessors } from '#server/backfill/processorsOfBefore';
import { openClockMoves } from '#world/clock/moves';
import { openWorld } from '#world/openWorld';
import { repeatEvent, standInsView, steerFaults, steerRenewals } from '#world/steering';
import type { Post } from '#world/cardNetwork/events';
import { randomUUID } from 'node:crypto';

export type App = Awaited<ReturnType<typeof compose>>;

/** Puts the parts together: picks the world and the database, gives the use cases. */
export async function compose(
  config: Config,
  given: { opened?: OpenDatabase; post?: Post; deadlines?: Deadlines; onBroken?: (cause: unknown) => void } = {},
) {
  const report: Report = (problem, error, about = {}) => log.error({ err: error, ...about }, problem);
  const opened = given.opened ?? (await openDatabase({ ...config, report, onBroken: given.onBroken }));
  const faults = openFaults(config.faults);
  // The world has it always: what is simulated is that the application has not.
  const db = config.faults?.databaseGone ? gated(opened.db, faults.databaseGone) : opened.db;
  const secrets = installationSecrets(config);
  const [secret] = secrets;
  const vault = openVault(secrets);
  await sealAnew(db, vault, secrets);
  const eventSecrets: EventSecrets = (mode) => secretFor(secret, `processor events ${mode}`);
  const post = given.post ?? postEvents(`http://127.0.0.1:${config.port}`);
  const world = await openWorld({
    db: opened.db,
    baseUrl: config.baseUrl,
    eventSecrets,
    post,
    smtpUrl: config.smtpUrl,
    faults,
    begunWithFaults: config.faults !== null,
  });
  await bringForward(db, world.clock.now(), (done, all) => log.info({ done, all }, 'bookings are brought forward'));
  const unlisted = await unlistedPeople(db);
  if (unlisted.length > 0)
    log.warn(
      { people: unlisted },
      'people can sign in whom nothing of the business lists: docs/running.md says what to do',
    );
  const takenBack = await takeBackCounts(db, world.clock.now());
  if (takenBack > 0) log.warn({ takenBack }, 'counts of the till in what is no currency were taken back');
  const named = await nameProcessors(db, world.clock.now());
  if (named > 0)
    log.warn({ named }, 'sums without a processor were moved to the accounts of the processors whose they were');
  /** The processors that an owner can have an account at: another one is another entry. */
  const adapters: Adapters = { ...world.adapters };
  const alive = openAlive();
  /** Where the data is, if it is not a server's. */
  const ownDirectory = opened.engine === 'PGlite' ? config.directory : null;
  const room = openRoom(ownDirectory, (stop) =>
    log.error(
      { directory: ownDirectory, stop },
      stop ? 'nothing can be written where the data is' : 'what is begun can be written again',
    ),
  );
  const deps: Deps = {
    db,
    clock: world.clock,
    adapters: withDeadlines(adapters, given.deadlines),
    mailbox: mailboxWithDeadline(world.mailbox, given.deadlines),
    outbox: { wake: () => outbox.wake() },
    baseUrl: config.baseUrl,
    undoSeconds: config.undoSeconds,
    together: opened.engine === 'PostgreSQL' ? 4 : 1,
    vault,
    newId: randomUUID,
    keyOf: (purpose, subject) => urlKey(secretFor(secret, `${purpose} ${subject}`)),
    report,
    note: (what, about) => {
      alive.seen();
      log.info(about, what);
    },
  };
  const outbox = openOutbox(deps, room);
  const limits = openLimits(db);
  const tend = async (): Promise<void> => {
    await opened.tend?.();
    await addToSums(db);
  };
  const { quiet, ...turns } = openTurns(deps, world, {
    outbox,
    seen: alive.seen,
    carts: () => lookAfterCarts(deps, limits),
    begun: opened.begun,
    tend,
    // A process can have died between an erasure and its list.
    atFirst: () => keepErasures(),
    room,
  });

  const backups = openBackups(deps, { directory: config.directory, secret });
  // Where the database was given, there is no directory of its own for a list.
  const keepErasures = given.opened ? async () => undefined : backups.keepErasures;
  const queries = openQueries(deps, { limits, standInsOpen: config.standInsOpen });
  const signIn = openSignIn({ db, secret: secretFor(secret, 'sessions'), baseUrl: config.baseUrl });
  const clockMoves = openClockMoves({
    clock: world.clock,
    move: turns.moveClock,
    timeZone: queries.timeZone,
    report: deps.report,
  });

  return {
    config,
    ...turns,
    tend,
    room,
    agendaSilence: alive.silence,
    engine: opened.engine,
    deps,
    world,
    signIn,
    /** The demo's door: known to everybody, and only there. */
    demoSignIn: config.demo ? demoSignIn : null,
    firstStart: firstStart(deps),
    startCode: () => startCode(deps),
    testAccountConnected: () => testAccountConnected(db),
    /** True if a stand-in's frame for typing a number may be shown for this account. */
    isFramed: (reference: string) => isFramed(db, reference, config.standInsOpen),
    door: openDoor(deps, signIn),
    proofOf: (who: InSession) => proofOf(db, who),
    endSession: (who: InSession, id: string) => endSession(db, who, id),
    endOtherSessions: ({ personId, sessionId }: InSession) => endSessions(db, personId, sessionId),
    refundLimit: () => refundLimit(db),
    ...clockMoves,
    backups,
    health: openHealth({
      deps,
      agendaSilence: alive.silence,
      backups,
      directory: ownDirectory,
    }),
    nights: openNights(deps, { backups, passphrase: config.backupPassphrase }),
    standIns: (mailSearch: string) => standInsView(world, clockMoves.moving(), mailSearch),
    repeatEvent: repeatEvent(world),
    steerRenewals: steerRenewals(world),
    steerFaults: steerFaults(world),
    receiveEvent: (provider: string, body: string, headers: Headers) => receiveEvent(deps, provider, body, headers),
    /** What the policy of pages lets frame in besides our own. */
    frameOrigins: Object.values(adapters).flatMap((adapter) => adapter.frameOrigins),
    eventSecrets,
    queries,
    books: openBooks(deps),
    eraseClient: eraseClient(deps, keepErasures),
    ...linkGuard(),
    limits,
    viewsAtOnce: openConcurrencyLimit(),
    papersAtOnce: openConcurrencyLimit(2),
    work: openWork(db, deps.keyOf),
    cartAlive: (key: string) => cartAlive(db, key),
    /** Resolves when everything that was written has been handed over, or waits for its next try. */
    lettersOut: outbox.quiet,
    close: async (): Promise<void> => {
      await outbox.stop();
      await quiet(); // what the agenda has begun
      await opened.close();
    },
    checkoutView: (key: string, whole = false) => checkoutView(deps, key, whole),
    bookPage: () => bookPage(deps, world.clock.now()),
    voucherPage: () => voucherPage(db, world.clock.now()),
    free: (query: FreeQuery) => freeOf(db, world.clock.now(), query),
    requestPage: (link: string) => requestPage(deps, link),
    creditView: () => creditView(deps),
    knownClients: (search: string) => knownClients(db, search),
    newRequest: (from: Parameters<typeof newRequest>[1]) => newRequest(deps, from),
    waysView: () => paymentMethodsView(deps, config.standInsOpen),
    beginView: () => beginView(deps, config.standInsOpen),
    clientBookings: (link: string) => clientBookings(deps, link),
    deviceSees: (device: string | null, bookingId: string) => deviceSees(deps, device, bookingId),
    rememberDevice: (device: string, may: Parameters<typeof rememberDevice>[2]) =>
      rememberDevice(db, device, may, world.clock.now()),
    bookingsOfCheckout: (key: string) => idsOfCheckout(db, key),
    previewWording: (request: PreviewWording) => previewWording(db, world.clock.now(), request),
    previewLetter: (request: PreviewWording) => previewLetter(deps, request),
    bookingOfLink: (link: string) => bookingOfLink(db, link, world.clock.now()),
    quoteOfLink: (link: string) => quoteOfLink(db, link),
    calendarOf: (bookingId: string) => calendarOf(deps, bookingId),
    acceptedFile: (bookingId: string) => acceptedFile(deps, bookingId),
    receiptFile: (bookingId: string, number: number) => receiptFile(deps, bookingId, number),
    agreementFile: (wanted: Parameters<typeof agreementFile>[1]) => agreementFile(db, wanted),
  };
}
