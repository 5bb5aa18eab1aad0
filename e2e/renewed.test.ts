import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import type { Browser } from 'playwright-core';
import { eventually } from '../testing/eventually';
import { accountsOf, cartAsked, Client, rentalAsked } from './client';
import { expectAccessible, launch, openPage } from './browser';
import { demoDirectory, installedDirectory } from './installed';
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

  /** Where a client pays: the page, and what pressing Pay there sends. */
  type Paid = {
    readonly page: string;
    readonly view: string;
    readonly path: string;
    readonly body: object;
    readonly sum: number;
  };
  const onBookingPage = async (owner: Client): Promise<Paid> => {
    const made = await owner.post<{ id: string }>('/api/bookings/create', rentalAsked());
    const asked = { bookingId: made!.body.id, requestKey: randomUUID() };
    const copied = await owner.post<{ url: string }>('/api/bookings/copy-link', asked);
    const link = copied!.body.url.split('/').at(-1)!;
    return {
      page: `/b/${link}`,
      view: `/api/client/view/${link}`,
      path: '/api/client/pay',
      body: { link, amount: 500_00 },
      sum: 500_00,
    };
  };
  const onRequest = async (owner: Client): Promise<Paid> => {
    const made = await owner.post<{ url: string }>('/api/credit/create-request', {
      requestKey: randomUUID(),
      clientName: 'Ottilie Brandt',
      clientEmail: 'ottilie@example.com',
      note: 'A second map',
      currency: 'EUR',
      amount: 500_00,
      smallest: null,
      expiresAt: null,
      send: false,
    });
    const link = made!.body.url.split('/').at(-1)!;
    const body = { link, tip: 0, payer: 'Aunt Hilde', amount: 500_00 };
    return {
      page: `/r/${link}`,
      view: `/api/client/request/${link}`,
      path: '/api/client/pay-request',
      body,
      sum: 500_00,
    };
  };
  const onCheckout = async (owner: Client): Promise<Paid> => {
    type Told = { readonly detail: { readonly total: number; readonly dueNow: number } };
    const email = 'ines@example.com';
    const client = new Client(owner.address);
    const told = await client.post<Told>('/api/client/checkout', cartAsked(email));
    const made = await client.post<{ key: string }>('/api/client/checkout', cartAsked(email, told!.body.detail));
    const { key } = made!.body;
    return {
      page: `/book/pay/${key}`,
      view: `/api/client/checkout/${key}`,
      path: '/api/client/checkout/pay',
      body: { key, everything: false, tip: 0, seen: told!.body.detail.dueNow },
      sum: told!.body.detail.dueNow,
    };
  };

  for (const [where, preparing] of Object.entries({ booking: onBookingPage, checkout: onCheckout, request: onRequest }))
    it(`killed amid Pay of a ${where}, the page that is loaded anew says what is known, and then what came of it`, async () => {
      const directory = await (where === 'checkout' ? demoDirectory() : installedDirectory());
      const port = await freePort();
      const first = await serve(directory, {}, port);
      const owner = new Client(first.address);
      await owner.post('/api/demo/sign-in', {});
      const { page: address, view, path, body, sum } = await preparing(owner);
      const [way] = await accountsOf(owner);
      const card = await owner.post<{ token: string }>('/stand-in/tokens', { number: way!.number, account: way!.view });
      // The processor takes its time: there is a while in which it was asked and nobody knows what it says.
      await owner.post('/api/stand-ins/faults', { seed: 1, slow: 100 });
      const paying = owner.post(path, {
        ...body,
        attempt: randomUUID(),
        card: card!.body.token,
        account: way!.account,
      });
      const isAsked = async (): Promise<boolean> => {
        const answer = await fetch(first.address + view, { headers: { cookie: owner.cookie } });
        const { unanswered } = (await answer.json()) as { unanswered?: unknown };
        return Boolean(unanswered);
      };
      expect(await eventually(isAsked)).to.equal(true);
      await first.stop('SIGKILL');
      expect(await paying).to.equal(null);

      const second = await serve(directory, { OSTENDO_FAULTS: 'seed=1 silent=100' }, port);
      const { page, context } = await openPage(browser, { viewport: { width: 390, height: 844 } });
      await context.request.post(`${second.address}/api/demo/sign-in`, { data: {} });
      await page.goto(second.address + address, { waitUntil: 'domcontentloaded' });
      const said = (sum / 100).toFixed(2);
      const sent = page.getByText(`${said} has been sent`);
      await sent.waitFor();
      expect(await page.getByRole('button', { name: /^Pay/ }).count()).to.equal(0);
      await expectAccessible(page);
      await context.request.post(`${second.address}/api/stand-ins/faults`, { data: { seed: 1 } });
      await sent.waitFor({ state: 'detached', timeout: 60_000 });
      await page.getByText(said).first().waitFor();
      await context.close();
      await second.stop();
    });
});
