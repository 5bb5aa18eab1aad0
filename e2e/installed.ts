import { asThemselves, type StoryApp } from '#demo/asThemselves';
import type { Instant } from '#core/calendar/instant';
import type { Decimal } from '#core/money/decimal';
import { type App, compose } from '#compose';
import type { WallTime } from '#core/calendar/wallTime';
import { minor } from '#core/money/minor';
import { afterBookings, heardService, heardTerms } from '#demo/after';
import { tellBookings } from '#demo/tell';
import { furnishPlaces } from '#demo/places';
import { demoToken, furnishWays } from '#demo/ways';
import { readBooking } from '#server/bookings/lockBooking';
import { offeredFor } from '#server/paymentMethods/offered';
import type { CardBehaviour } from '#world/cardNetwork/testCards';
import { demoSignIn } from '#server/seed/demoSignIn';
import { demoOwner, demoServices } from '#demo/scenario';
import { type Config, readConfig } from '#server/config';
import { openDatabase } from '#server/database/open';
import { starterTerms } from '#server/seed/starterTerms';
import { setUp } from '#server/seed/setUp';
import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

type Opened = Awaited<ReturnType<typeof openDatabase>>;

/** Writes the business and its sign-in; the clock stands at 1 March 2027, 10:00, or where it is said, or goes as the machine's. */
async function install(
  config: Config,
  opened: Opened,
  stands: Instant | null = '2027-03-01T10:00:00Z' as Instant,
): Promise<StoryApp> {
  const app = asThemselves(await compose(config, { opened, post: async () => ({ ok: true }) }));
  if (stands) await app.world.clock.moveTo(stands);
  const now = app.world.clock.now();
  await opened.db.transaction((tx) =>
    setUp(tx, { ...demoOwner, taxRate: '23' as Decimal }, now, {
      services: [...demoServices, heardService],
      terms: [...starterTerms, heardTerms],
    }),
  );
  await furnishWays(app);
  await (await app.signIn()).api.signUpEmail({ body: { ...demoSignIn } });
  return app;
}

/** Adds the demo's opening hours, places, dates and one long booking, on the demo's day. */
async function furnish(app: StoryApp): Promise<void> {
  await furnishPlaces(app);
  // Along the way the access to its accounts is renewed.
  await app.moveClock('2027-05-14T08:12:00Z' as Instant);
  const made = await app.createBooking({
    requestKey: 'journey-lane-0001',
    clientName: 'Pia Lindqvist',
    clientEmail: 'pia@example.com',
    serviceId: 'rig',
    title: 'Imaging rig, 9 days',
    termsId: 'rental-long',
    start: '2027-05-18T18:00' as WallTime,
    end: '2027-05-27T18:00' as WallTime,
    lines: [{ id: 'service', label: 'Imaging rig', quantity: '9' as Decimal, unitPrice: minor(80_00), taxes: ['VAT'] }],
  });
  if (!made.ok) throw new Error(made.refusal.code);
}

let template: Promise<string> | null = null;

async function makeTemplate(): Promise<string> {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  const config = readConfig({ OSTENDO_DATA: directory });
  const app = await install(config, await openDatabase({ ...config, durable: false }));
  await app.close();
  return directory;
}

/** A fresh data directory with the business and its sign-in, and no booking; the clock stands at 1 March 2027, 10:00. */
export async function installedDirectory(): Promise<string> {
  template ??= makeTemplate();
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  cpSync(await template, directory, { recursive: true });
  return directory;
}

/** The business and its sign-in, whose clock is the machine's: in a directory, or on a database server that is empty. */
export async function withRealClock(
  environment: { DATABASE_URL: string; OSTENDO_SECRET: string } | null,
): Promise<string> {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  const config = readConfig(environment ?? { OSTENDO_DATA: directory });
  await (await install(config, await openDatabase({ ...config, report: () => undefined }), null)).close();
  return directory;
}

let demo: Promise<string> | null = null;

async function makeDemo(): Promise<string> {
  const directory = await installedDirectory();
  const config = readConfig({ OSTENDO_DATA: directory });
  const opened = await openDatabase({ ...config, durable: false });
  const app = asThemselves(await compose(config, { opened, post: async () => ({ ok: true }) }));
  await furnish(app);
  await app.close();
  return directory;
}

let closed: Promise<string> | null = null;

/** The installation of a directory without a server: the network's signed events are handed to the endpoint's own function. */
export async function receivingApp(config: Config): Promise<App> {
  const receiving: { app?: App } = {};
  receiving.app = await compose(config, {
    opened: await openDatabase({ ...config, durable: false }),
    post: async (provider, body, headers) => ({
      ok: (await receiving.app!.receiveEvent(provider, body, new Headers(headers))) === 200,
    }),
  });
  return receiving.app;
}

async function makeClosed(): Promise<string> {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  const config = readConfig({ OSTENDO_DATA: directory });
  const before = await openDatabase({ ...config, durable: false });
  await (await install(config, before, '2027-01-15T10:00:00Z' as Instant)).close();
  const app = await receivingApp(config);
  await tellBookings(asThemselves(app), afterBookings);
  await app.close();
  return directory;
}

export type OverBooking = { readonly id: string; readonly number: string; readonly link: string };

/** A rental of a week in March, made and paid whole by its client's card. */
export async function paidRental(
  app: StoryApp,
  { key, termsId, card }: { readonly key: string; readonly termsId: string; readonly card: CardBehaviour },
): Promise<OverBooking> {
  const made = await app.createBooking({
    requestKey: `${key}-0000`,
    clientName: `Client ${key}`,
    clientEmail: `client.${key}@example.com`,
    serviceId: 'travel',
    title: 'Travel telescope, 7 days',
    termsId,
    start: '2027-03-12T18:00' as WallTime,
    end: '2027-03-19T18:00' as WallTime,
    lines: [{ id: 'service', label: 'Telescope', quantity: '7' as Decimal, unitPrice: minor(38_00), taxes: ['VAT'] }],
  });
  if (!made.ok) throw new Error(made.refusal.code);
  const { id: bookingId, number } = made.value;
  const copied = await app.copyLink({ bookingId, requestKey: `${key}-link` });
  if (!copied.ok) throw new Error(copied.refusal.code);
  const link = copied.value.url.split('/').at(-1)!;
  const loaded = (await readBooking(app.deps.db, bookingId))!;
  const { online } = await offeredFor(app.deps.db, app.deps, [loaded.booking], app.world.clock.now());
  const account = online[0]!.id;
  const token = await demoToken(app, { account, key, card });
  const amount = minor(266_00);
  const paid = await app.payByClient({ link, attempt: `${key}-try`, account, card: token, amount });
  if (!paid.ok || paid.value.state !== 'paid') throw new Error('not paid');
  return { id: bookingId, number, link };
}

/** Rentals that are paid and over, under terms that hear the client about claims: each with a link of its client's. */
export async function overDirectory(
  cards: readonly CardBehaviour[],
  count: number,
): Promise<{ readonly directory: string; readonly bookings: readonly OverBooking[] }> {
  const directory = await installedDirectory();
  const receiving = await receivingApp(readConfig({ OSTENDO_DATA: directory }));
  const app = asThemselves(receiving);
  const bookings: OverBooking[] = [];
  for (let index = 0; index < count; index++)
    bookings.push(
      await paidRental(app, { key: `over-${index}`, termsId: heardTerms.id, card: cards[index % cards.length]! }),
    );
  await app.moveClock('2027-03-19T19:00:00Z' as Instant);
  await app.settle();
  await receiving.close();
  return { directory, bookings };
}

/** The business with the demo's bookings of which each came to something else after its service. */
export async function closedDirectory(): Promise<string> {
  closed ??= makeClosed();
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  cpSync(await closed, directory, { recursive: true });
  return directory;
}

/** The business and its sign-in on a database server that is empty; the clock stands at 1 March 2027, 10:00. */
export async function installedOnServer(environment: { DATABASE_URL: string; OSTENDO_SECRET: string }): Promise<void> {
  const config = readConfig(environment);
  await (await install(config, await openDatabase({ ...config, report: () => undefined }))).close();
}

/** The same with the demo's opening hours, places and dates, on the demo's day. */
export async function demoDirectory(): Promise<string> {
  demo ??= makeDemo();
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-e2e-'));
  cpSync(await demo, directory, { recursive: true });
  return directory;
}
