import type { PreviewWording } from '#contracts/wordings';
import type { Instant } from '#core/calendar/instant';
import { nextErrandMoment, runDue } from '#server/agenda/runDue';
import { type Config, ConfigError, readConfig } from '#server/config';
import { DirectoryInUse } from '#server/database/directoryLock';
import { type OpenDatabase, openDatabase } from '#server/database/open';
import type { Deps } from '#server/deps';
import { linkGuard } from '#server/http/linkGuard';
import { openSignIn } from '#server/http/signIn';
import { receiveEvent } from '#server/http/processorEvents';
import { recoverIntents } from '#server/intents/carryOut';
import { installationSecret, secretFor, urlKey } from '#server/secrets';
import { acceptGap } from '#server/usecases/acceptGap';
import { abandonPayment } from '#server/usecases/abandonPayment';
import { askNow } from '#server/usecases/askNow';
import { cancelBooking } from '#server/usecases/cancelBooking';
import { chargeNow } from '#server/usecases/chargeNow';
import { changeBooking } from '#server/usecases/changeBooking';
import { closeOut, releaseMany } from '#server/usecases/closeOut';
import { copyLink } from '#server/usecases/copyLink';
import { createBooking } from '#server/usecases/createBooking';
import { giveUp } from '#server/usecases/giveUp';
import type { FreeQuery } from '#contracts/checkout';
import { answerRequest, confirmByClient } from '#server/usecases/answerRequest';
import { answerAsk, askChange, previewMove } from '#server/usecases/askChange';
import { useCard } from '#server/usecases/useCard';
import { clientBookings } from '#server/queries/clientBookings';
import { copyRequestLink, createRequest, sendRequest, withdrawRequest } from '#server/usecases/paymentRequests';
import { payRequest, recoverRequests } from '#server/usecases/requestPayments';
import { connect, disconnect, finishConnecting, saveWays } from '#server/usecases/connect';
import { chooseAccount } from '#server/usecases/chooseAccount';
import { stopAtCounter, takeAtCounter } from '#server/usecases/takeAtCounter';
import { waysView } from '#server/queries/ways';
import { nextRenewal, renewAccess } from '#server/ways/renewAccess';
import { sellVoucher, useCredit, useOnBooking, useVoucher, useVoucherOnCheckout } from '#server/usecases/vouchers';
import { creditView, requestPage } from '#server/queries/credit';
import { checkOut } from '#server/usecases/checkOut';
import { deviceSees, rememberDevice, sendCode, useCode } from '#server/usecases/devices';
import { idsOfCheckout, payCheckout } from '#server/usecases/payCheckout';
import { checkoutView } from '#server/queries/checkoutView';
import { freeOf } from '#server/queries/free';
import { bookPage } from '#server/queries/openServices';
import { giveCard, payByClient } from '#server/usecases/payByClient';
import { firstStart } from '#server/usecases/firstStart';
import { addDate, blockPlace, callOffDate, freePlace, saveHours, savePlace } from '#server/usecases/places';
import { changeServices, saveService, saveTaxes } from '#server/usecases/services';
import { applyTerms, giveTerms, publishTerms } from '#server/usecases/terms';
import { recordPayment } from '#server/usecases/recordPayment';
import { acceptQuote, convertQuote, signByBusiness, signQuote } from '#server/usecases/acceptQuote';
import { createQuote } from '#server/usecases/createQuote';
import { readFile, uploadFile } from '#server/usecases/files';
import { askPayer } from '#server/usecases/payerLink';
import { saveAgreement, saveTemplate } from '#server/usecases/quoteTemplates';
import { chooseOnQuote, writeOnQuote } from '#server/usecases/readQuote';
import { saveBusiness } from '#server/usecases/saveBusiness';
import { saveQuote } from '#server/usecases/saveQuote';
import { answerQuestion, copyQuoteLink, renewQuote, sendQuote, withdrawQuote } from '#server/usecases/sendQuote';
import { signChange } from '#server/usecases/signChange';
import { saveWording } from '#server/usecases/wordings';
import { quoteOfLink } from '#server/quotes/quoteLink';
import { bookingOfLink } from '#server/usecases/clientLink';
import { calendarOf } from '#server/queries/calendar';
import { agreementFile } from '#server/quotes/agreementFile';
import { previewWording } from '#server/queries/messages';
import { recoverMessages } from '#server/usecases/handOver';
import { demoSignIn } from '#demo/scenario';
import { openQueries } from '#server/queries/queries';
import { openClockMoves } from '#world/clock/moves';
import { openWorld } from '#world/openWorld';
import { repeatEvent, standInsView, steerRenewals } from '#world/steering';
import type { Post } from '#world/cardNetwork/events';
import { randomUUID } from 'node:crypto';
import { pino } from 'pino';

export type App = Awaited<ReturnType<typeof compose>>;

const log = pino({ level: process.env.OSTENDO_LOG ?? 'warn' });

/** Over HTTP, to this installation's own address: the way that a real processor's events come in. */
const overHttp =
  (address: string): Post =>
  async (body, headers) => {
    const signal = AbortSignal.timeout(10_000);
    return fetch(`${address}/api/events/cards`, { method: 'POST', body, headers, signal });
  };

/** Puts the parts together: picks the world and the database, gives the use cases. */
export async function compose(config: Config, given: { opened?: OpenDatabase; post?: Post } = {}) {
  const opened = given.opened ?? (await openDatabase(config));
  const { db } = opened;
  const secret = installationSecret(config.secret, config.directory);
  const eventSecret = secretFor(secret, 'processor events');
  const post = given.post ?? overHttp(`http://127.0.0.1:${config.port}`);
  const world = await openWorld({ db, baseUrl: config.baseUrl, eventSecret, post, smtpUrl: config.smtpUrl });
  const deps: Deps = {
    db,
    clock: world.clock,
    providers: world.providers,
    mailbox: world.mailbox,
    baseUrl: config.baseUrl,
    newId: randomUUID,
    keyOf: (purpose, subject) => urlKey(secretFor(secret, `${purpose} ${subject}`)),
    report: (problem, error) => log.error({ err: error }, problem),
  };

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

  const moveClockNow = async (to: Instant, progress?: (at: Instant) => boolean | void): Promise<void> => {
    await settleNow();
    for (;;) {
      const moments = [await nextErrandMoment(deps), await world.nextMoment(), await nextRenewal(deps)];
      const next = moments.filter((at): at is Instant => at !== null && at > world.clock.now()).sort()[0];
      if (!next || next > to) break;
      await world.clock.moveTo(next);
      await settleNow();
      if (progress?.(next) === false) return;
    }
    await world.clock.moveTo(to);
    await settleNow();
  };

  /** Carries out everything that is due now, in the application and in the world, until both are quiet. */
  const settle = (): Promise<void> => inTurn(settleNow);
  /** Takes up what a crash, of this process or another, left open: after so many seconds without an answer. */
  const recover = (patience?: number): Promise<void> =>
    inTurn(async () => {
      await world.clock.refresh();
      await recoverIntents(deps, patience);
      await recoverMessages(deps, patience);
      await recoverRequests(deps, patience);
      await settleNow();
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

  return {
    config,
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
    ...linkGuard(),
    close: opened.close,
    createBooking: createBooking(deps),
    payByClient: payByClient(deps),
    checkOut: checkOut(deps),
    payCheckout: payCheckout(deps),
    checkoutView: (key: string) => checkoutView(deps, key),
    bookPage: () => bookPage(db, world.clock.now()),
    free: (query: FreeQuery) => freeOf(db, world.clock.now(), query),
    confirmByClient: confirmByClient(deps),
    sellVoucher: sellVoucher(deps),
    useVoucher: useVoucher(deps),
    useVoucherOnCheckout: useVoucherOnCheckout(deps),
    useCredit: useCredit(deps),
    useOnBooking: useOnBooking(deps),
    createRequest: createRequest(deps),
    sendRequest: sendRequest(deps),
    copyRequestLink: copyRequestLink(deps),
    withdrawRequest: withdrawRequest(deps),
    payRequest: payRequest(deps),
    requestPage: (link: string) => requestPage(deps, link),
    creditView: () => creditView(deps),
    connect: connect(deps),
    finishConnecting: finishConnecting(deps),
    disconnect: disconnect(deps),
    saveWays: saveWays(deps),
    waysView: () => waysView(deps),
    chooseAccount: chooseAccount(deps),
    takeAtCounter: takeAtCounter(deps),
    stopAtCounter: stopAtCounter(deps),
    askChange: askChange(deps),
    previewMove: previewMove(deps),
    answerAsk: answerAsk(deps),
    useCard: useCard(deps),
    clientBookings: (link: string) => clientBookings(deps, link),
    sendCode: sendCode(deps),
    useCode: useCode(deps),
    deviceSees: (device: string | null, bookingId: string) => deviceSees(deps, device, bookingId),
    rememberDevice: (device: string, may: Parameters<typeof rememberDevice>[2]) =>
      rememberDevice(db, device, may, world.clock.now()),
    bookingsOfCheckout: (key: string) => idsOfCheckout(db, key),
    answerRequest: answerRequest(deps),
    giveCard: giveCard(deps),
    abandonPayment: abandonPayment(deps),
    recordPayment: recordPayment(deps),
    askNow: askNow(deps),
    chargeNow: chargeNow(deps),
    acceptGap: acceptGap(deps),
    copyLink: copyLink(deps),
    closeOut: closeOut(deps),
    releaseMany: releaseMany(deps),
    cancelBooking: cancelBooking(deps),
    changeBooking: changeBooking(deps),
    giveUp: giveUp(deps),
    publishTerms: publishTerms(deps),
    giveTerms: giveTerms(deps),
    applyTerms: applyTerms(deps),
    saveService: saveService(deps),
    saveHours: saveHours(deps),
    savePlace: savePlace(deps),
    addDate: addDate(deps),
    callOffDate: callOffDate(deps),
    blockPlace: blockPlace(deps),
    freePlace: freePlace(deps),
    changeServices: changeServices(deps),
    saveTaxes: saveTaxes(deps),
    createQuote: createQuote(deps),
    saveQuote: saveQuote(deps),
    sendQuote: sendQuote(deps),
    renewQuote: renewQuote(deps),
    copyQuoteLink: copyQuoteLink(deps),
    withdrawQuote: withdrawQuote(deps),
    answerQuestion: answerQuestion(deps),
    convertQuote: convertQuote(deps),
    signByBusiness: signByBusiness(deps),
    saveTemplate: saveTemplate(deps),
    saveAgreement: saveAgreement(deps),
    saveWording: saveWording(deps),
    previewWording: (request: PreviewWording) => previewWording(db, world.clock.now(), request),
    saveBusiness: saveBusiness(deps),
    uploadFile: uploadFile(deps),
    readFile: readFile(deps),
    acceptQuote: acceptQuote(deps),
    signQuote: signQuote(deps),
    signChange: signChange(deps),
    chooseOnQuote: chooseOnQuote(deps),
    writeOnQuote: writeOnQuote(deps),
    askPayer: askPayer(deps),
    bookingOfLink: (link: string) => bookingOfLink(db, link, world.clock.now()),
    quoteOfLink: (link: string) => quoteOfLink(db, link),
    calendarOf: (bookingId: string) => calendarOf(deps, bookingId),
    agreementFile: (wanted: Parameters<typeof agreementFile>[1]) => agreementFile(db, wanted),
  };
}

type Running = { app: Promise<App>; timer?: NodeJS.Timeout };
const running = globalThis as typeof globalThis & { ostendo?: Running };

/** How often a running process looks for what is due. */
const lookMilliseconds = 1000;

/** The one application of this process, opened at the first call; development reloads find it again. */
export function application(): Promise<App> {
  running.ostendo ??= { app: start().catch(endIfNobodyCanHelp) };
  return running.ostendo.app;
}

/** A directory that is in use, or settings that cannot be used: said on the console, and the process ends. */
function endIfNobodyCanHelp(error: unknown): never {
  if (error instanceof DirectoryInUse || error instanceof ConfigError) {
    console.error(error.message);
    process.exit(1);
  }
  throw error;
}

async function start(): Promise<App> {
  const app = await compose(readConfig(process.env));
  let busy = false;
  const look = async (): Promise<void> => {
    if (busy) return;
    busy = true;
    try {
      await app.recover();
    } catch (error) {
      log.error({ err: error }, 'the agenda could not be carried out');
    } finally {
      busy = false;
    }
  };
  running.ostendo!.timer = setInterval(() => void look(), lookMilliseconds);
  running.ostendo!.timer.unref();
  return app;
}
