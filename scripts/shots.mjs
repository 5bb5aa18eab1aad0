// Makes docs/screenshots/ anew from fresh demo data: the same pictures at every run.
import { mkdirSync, rmSync } from 'node:fs';
import { chromium } from 'playwright-core';
import { buildIfChanged, installPackages, run, say, serve } from './common.mjs';

installPackages();
buildIfChanged();
const directory = '.demo-shots';
rmSync(directory, { recursive: true, force: true });
say('Making the demo data…');
run(process.execPath, ['dist/server/makeDemo.mjs'], {
  NODE_ENV: 'production',
  OSTENDO_LOG: process.env.OSTENDO_LOG ?? 'warn',
  OSTENDO_DATA: directory,
  DATABASE_URL: '',
});
const { address, child } = await serve({
  ...process.env,
  PORT: process.env.PORT ?? '4399',
  OSTENDO_DATA: directory,
  OSTENDO_DEMO: '1',
});
mkdirSync('docs/screenshots', { recursive: true });

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
const open = async (viewport) => {
  const context = await browser.newContext({
    viewport,
    colorScheme: 'light',
    locale: 'en-GB',
    reducedMotion: 'reduce',
  });
  const signedIn = await context.request.post(`${address}/api/demo/sign-in`, { data: {} });
  if (!signedIn.ok()) throw new Error('the demo could not be signed in to');
  return context.newPage();
};
const shoot = async (page, name, path, before = async () => {}) => {
  if (path) await page.goto(address + path, { waitUntil: 'networkidle' });
  await before(page);
  await page.waitForTimeout(350);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  say(`  ${name}`);
};

const desk = await open({ width: 1280, height: 800 });
await shoot(desk, 'today', '/today');
await shoot(desk, 'bookings', '/bookings');
const numberOf = async (client) => {
  const found = await (await desk.request.get(`${address}/api/bookings?search=${encodeURIComponent(client)}`)).json();
  return found.lines[0].number;
};
await shoot(desk, 'booking', `/bookings/${await numberOf('Maud Oyelaran')}`);
await shoot(desk, 'close-out', `/close-out#${await numberOf('Ines Valadar')}`, async (page) => {
  await page.getByRole('textbox', { name: 'Claim for' }).fill('Dew heater missing');
  await page.getByRole('textbox', { name: 'Sum, EUR' }).fill('120.00');
});
await shoot(desk, 'terms', '/terms/rental-long', async (page) => {
  await page.getByLabel('How long before, second part').fill('14');
  await page.getByRole('heading', { name: 'Hard cases' }).waitFor();
});
await shoot(desk, 'services', '/services');
await shoot(desk, 'calendar', '/bookings/calendar?view=places', async (page) =>
  page.getByText('Pia Lindqvist').first().waitFor(),
);
const { disputes } = await (await desk.request.get(`${address}/api/disputes`)).json();
await shoot(desk, 'dispute', `/disputes/${disputes.find(({ client }) => client === 'Gideon Marsh').id}`);
await shoot(desk, 'requests', '/credit');
await shoot(desk, 'quote', '/quotes/Q-0004');
await shoot(desk, 'messages', '/messages');
await shoot(desk, 'begin', '/begin?step=money', async (page) => {
  await page.frameLocator('iframe').getByText('What would you like to book?').waitFor();
});
await shoot(desk, 'invoices', '/invoices');
await shoot(desk, 'journal', '/journal');
const [school] = (await (await desk.request.get(`${address}/api/clients?search=oriel`)).json()).clients;
await shoot(desk, 'client-whole', `/clients/${school.id}`);

const phone = await open({ width: 390, height: 844 });
const linkOf = async (number) => {
  const view = await (await phone.request.get(`${address}/api/booking/${number}`)).json();
  const made = await phone.request.post(`${address}/api/bookings/copy-link`, {
    data: { bookingId: view.id, requestKey: `shots-${number}` },
  });
  return new URL((await made.json()).url).pathname;
};
const offered = await (await phone.request.get(`${address}/api/quote/Q-0005`)).json();
const offer = await phone.request.post(`${address}/api/quotes/copy-link`, {
  data: { quoteId: offered.id, edition: offered.edition },
});
await shoot(phone, 'client-offer', new URL((await offer.json()).url).pathname);
const waiting = await (await phone.request.get(`${address}/api/bookings?stage=waiting`)).json();
const party = waiting.lines.find(({ title }) => title.startsWith('Private star party'));
await shoot(phone, 'client', await linkOf(party.number));
await shoot(phone, 'client-claim', await linkOf(await numberOf('Nadia Ferreira-Holt')), async (page) => {
  await page.getByText('We ask for your answer').evaluate((part) => part.scrollIntoView());
});
await shoot(phone, 'book', '/book', async (page) => {
  await page.getByRole('button', { name: /Dobsonian/ }).click();
  await page.getByRole('button', { name: 'Thu 20 May' }).first().click();
  await page.getByRole('button', { name: 'Mon 24 May' }).first().click();
  await page.getByRole('button', { name: 'Another start' }).waitFor();
  await page.getByRole('group', { name: 'How many' }).evaluate((part) => part.scrollIntoView());
});

await browser.close();
child.kill();
process.exit(0);
