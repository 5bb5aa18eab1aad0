import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import type { Browser } from 'playwright-core';
import { eventually } from '../testing/eventually';
import { accountsOf, Client, rentalAsked } from './client';
import { expectAccessible, launch, openPage } from './browser';
import { installedDirectory } from './installed';
import { freePort, serve } from './server';

/** The server behind an open page is another one by now: an updated program, or one that was killed amid a payment. */
describe('an open page, and another server behind it', () => {
  let browser: Browser;
  before(async () => (browser = await launch()));
  after(() => browser.close());

  it('an old tab whose scripts are gone says so once, asks no more, and what was typed is there after it is loaded again', async () => {
    const server = await serve(await installedDirectory());
    const { page, context } = await openPage(browser);
    await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} });
    await page.goto(`${server.address}/credit/new`, { waitUntil: 'networkidle' });
    await page.getByLabel(/^What for/).fill('Repair of a dew shield, as we said');
    await page.getByLabel('E-mail').fill('office@example.org');
    let asked = 0;
    await context.route('**/_astro/*.js', (route) => {
      asked++;
      return route.fulfill({ status: 404, body: '' });
    });
    await page.getByRole('button', { name: 'Calendar for To be paid by' }).click();
    await page.getByText('This page has been updated since you opened it.').waitFor();
    await expectAccessible(page);
    await page.getByText('A part of this page has not come').waitFor({ state: 'hidden' });
    const before = asked;
    await page.waitForTimeout(7000);
    expect(asked, 'asked in vain').to.equal(before);
    await context.unroute('**/_astro/*.js');
    await page.getByRole('link', { name: 'load it again' }).click();
    const typed = async (): Promise<boolean> =>
      (await page.getByLabel(/^What for/).inputValue()) === 'Repair of a dew shield, as we said' &&
      (await page.getByLabel('E-mail').inputValue()) === 'office@example.org';
    expect(await eventually(typed)).to.equal(true);
    await context.close();
    await server.stop();
  });

  it('killed amid Pay, the page that is loaded anew says what is known, and then what came of it', async () => {
    const directory = await installedDirectory();
    const port = await freePort();
    const first = await serve(directory, {}, port);
    const owner = new Client(first.address);
    await owner.post('/api/demo/sign-in', {});
    const made = await owner.post<{ id: string; number: string }>('/api/bookings/create', rentalAsked());
    const copied = await owner.post<{ url: string }>('/api/bookings/copy-link', {
      bookingId: made!.body.id,
      requestKey: randomUUID(),
    });
    const [way] = await accountsOf(owner);
    const card = await owner.post<{ token: string }>('/stand-in/tokens', { number: way!.number, account: way!.view });
    // The processor takes its time: there is a while in which it was asked and nobody knows what it says.
    await owner.post('/api/stand-ins/faults', { seed: 1, slow: 100 });
    const link = copied!.body.url.split('/').at(-1)!;
    const paying = owner.post('/api/client/pay', {
      link,
      attempt: randomUUID(),
      card: card!.body.token,
      account: way!.account,
      amount: 500_00,
    });
    const isAsked = async (): Promise<boolean> => {
      const view = await fetch(`${first.address}/api/client/view/${link}`, { headers: { cookie: owner.cookie } });
      return ((await view.json()) as { unanswered: unknown }).unanswered !== null;
    };
    expect(await eventually(isAsked)).to.equal(true);
    await first.stop('SIGKILL');
    expect(await paying).to.equal(null);

    const second = await serve(directory, { OSTENDO_FAULTS: 'seed=1 silent=100' }, port);
    const { page, context } = await openPage(browser, { viewport: { width: 390, height: 844 } });
    await context.request.post(`${second.address}/api/demo/sign-in`, { data: {} });
    await page.goto(`${second.address}/b/${link}`, { waitUntil: 'domcontentloaded' });
    await page.getByText(/^Your payment of €\s*500\.00 has been sent/).waitFor();
    expect(await page.getByRole('button', { name: /^Pay/ }).count()).to.equal(0);
    await expectAccessible(page);
    await context.request.post(`${second.address}/api/stand-ins/faults`, { data: { seed: 1 } });
    await page.getByText(/^Your payment of €\s*500\.00 has been sent/).waitFor({ state: 'detached', timeout: 60_000 });
    await page.getByText('500.00').first().waitFor();
    await context.close();
    await second.stop();
  });
});
