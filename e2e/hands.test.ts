import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import type { APIRequestContext, Browser, Page } from 'playwright-core';
import { eventually } from '../testing/eventually';
import { expectAccessible, launch, openAsClient, openPage, openStandIns } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

/** What hands do to an interface: two tabs, a line that drops, the keyboard alone, an impatient finger. */
describe('hands', () => {
  let browser: Browser;
  let server: Served;
  before(async () => {
    [browser, server] = await Promise.all([launch(), installedDirectory().then((directory) => serve(directory))]);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });

  type Made = { id: string; number: string; link: string };
  const book = async (owner: APIRequestContext, about: Record<string, unknown> = {}): Promise<Made> => {
    const data = {
      requestKey: randomUUID(),
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      serviceId: 'dobsonian',
      title: '10-inch Dobsonian',
      start: '2027-03-10T18:00',
      end: '2027-03-12T18:00',
      lines: [{ id: 'service', label: '10-inch Dobsonian', quantity: '1', unitPrice: 400_00, taxes: ['VAT'] }],
      termsId: 'rental',
      ...about,
    };
    const made = (await (await owner.post(`${server.address}/api/bookings/create`, { data })).json()) as Made;
    const copied = await owner.post(`${server.address}/api/bookings/copy-link`, {
      data: { bookingId: made.id, requestKey: randomUUID() },
    });
    return { ...made, link: ((await copied.json()) as { url: string }).url };
  };
  const signedIn = async () => {
    const opened = await openPage(browser);
    expect((await opened.context.request.post(`${server.address}/api/demo/sign-in`, { data: {} })).ok()).to.equal(true);
    return opened;
  };
  const receivedOf = async (owner: APIRequestContext, number: string): Promise<number[]> => {
    const view = (await (await owner.get(`${server.address}/api/booking/${number}`)).json()) as {
      facts: { kind: string; amount: number }[];
    };
    return view.facts.filter((fact) => fact.kind === 'received').map((fact) => fact.amount);
  };
  const chooseCard = async (page: Page, label: string): Promise<void> => {
    const frame = page.frameLocator('iframe[title^="Card details"]');
    await openStandIns(frame);
    await frame.locator('li', { hasText: label }).getByRole('button').first().click();
  };

  it('two tabs: one pays, the other says so, and one payment stands', async () => {
    const { context } = await signedIn();
    const { link, number } = await book(context.request);
    const tabs = [await openPage(browser), await openPage(browser)];
    for (const { page } of tabs) {
      await openAsClient(page, link, context.request);
      await page.getByRole('button', { name: /^Pay/ }).click();
      await chooseCard(page, 'Approved');
    }
    await Promise.all(tabs.map(({ page }) => page.getByRole('button', { name: /^Pay/ }).click()));
    for (const { page } of tabs) await page.getByText('You are booked').waitFor();
    expect(await receivedOf(context.request, number)).to.have.length(1);
    await Promise.all([...tabs.map((tab) => tab.context.close()), context.close()]);
  });

  it('the line drops after the payment was sent: pressed again, it is paid once', async () => {
    const { context } = await signedIn();
    const { link, number } = await book(context.request);
    const client = await openPage(browser, { viewport: { width: 390, height: 844 } });
    await openAsClient(client.page, link, context.request);
    await client.page.getByRole('button', { name: /^Pay/ }).click();
    await chooseCard(client.page, 'Approved');
    await client.page.route('**/api/client/pay', async (route) => {
      await route.fetch(); // it arrives, and its answer is lost on the way back
      await route.abort();
    });
    await client.page.getByRole('button', { name: /^Pay/ }).click();
    await client.page.getByText('There is no connection. Nothing was paid twice').waitFor();
    await client.page.unroute('**/api/client/pay');
    await client.page.getByRole('button', { name: /^Pay/ }).click();
    await client.page.getByText('You are booked').waitFor();
    await expectAccessible(client.page);
    expect(await receivedOf(context.request, number)).to.deep.equal([120_00]);
    await Promise.all([client.context.close(), context.close()]);
  });

  it('the keyboard alone closes out what nothing is claimed of', async () => {
    const { context, page, faults } = await signedIn();
    const made = [
      await book(context.request, { clientName: 'Wilma Stroud' }),
      await book(context.request, { clientName: 'Fabian Oster' }),
    ];
    const { accounts } = (await (await context.request.get(`${server.address}/api/stand-ins/view`)).json()) as {
      accounts: { name: string; currency: string; reference: string }[];
    };
    const account = accounts.find(({ name, currency }) => name === 'Tarn Cards' && currency === 'EUR')!.reference;
    for (const { link } of made) {
      const token = (await (
        await context.request.post(`${server.address}/stand-in/tokens`, {
          data: { number: '9310100000073159', account },
        })
      ).json()) as { token: string };
      const paid = await context.request.post(`${server.address}/api/client/pay`, {
        data: { link: link.split('/').at(-1), attempt: randomUUID(), card: token.token, amount: 400_00 },
      });
      expect(await paid.json()).to.deep.equal({ state: 'paid' });
    }
    await context.request.post(`${server.address}/api/stand-ins/clock`, { data: { to: '2027-03-12T19:00' } });
    await page.goto(`${server.address}/close-out`, { waitUntil: 'networkidle' });
    await page.waitForFunction(
      async () => ((await (await fetch('/api/close-outs')).json()) as { queue: unknown[] }).queue.length >= 2,
      undefined,
      { timeout: 60_000, polling: 500 },
    );
    await page.reload({ waitUntil: 'networkidle' });
    const rows = await page.locator('[data-booking]').count();
    for (let row = 0; row < rows; row++) {
      await page.keyboard.press('j');
      await page.keyboard.press('x');
    }
    await page.getByRole('button', { name: new RegExp(`close ${rows}, release`) }).waitFor();
    await page.keyboard.press('r');
    await page.getByText(/will be closed with nothing claimed/).waitFor();
    expect(await page.locator('[data-booking]').count(), 'nothing has happened yet').to.equal(rows);
    await page.keyboard.press('r');
    await page.getByText('Nothing waits for its close-out.').waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a payment recorded by an impatient finger is recorded once', async () => {
    const { context, page } = await signedIn();
    const { number } = await book(context.request, {
      serviceId: 'first-night',
      termsId: 'counter',
      start: '2027-04-10T21:00',
      end: '2027-04-10T23:00',
    });
    await page.goto(`${server.address}/bookings/${number}`, { waitUntil: 'networkidle' });
    await page.getByRole('button', { name: 'Record a payment' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel(/^Sum/).fill('9999');
    await dialog.getByText('more than the 400.00 still to be paid').waitFor();
    await dialog.getByLabel(/^Sum/).fill('50');
    await dialog.getByText('In hand afterwards').waitFor();
    await expectAccessible(page);
    await dialog.getByRole('button', { name: /^Record/ }).dblclick();
    await page.getByText('50.00 received in cash').waitFor();
    expect(await receivedOf(context.request, number)).to.deep.equal([50_00]);
    await context.close();
  });

  it('the line drops before a dialog has come: it is said, and the dialog comes by itself', async () => {
    const { context, page } = await signedIn();
    const { number } = await book(context.request, {
      serviceId: 'first-night',
      termsId: 'counter',
      start: '2027-04-12T21:00',
      end: '2027-04-12T23:00',
    });
    await page.goto(`${server.address}/bookings/${number}`, { waitUntil: 'networkidle' });
    await context.setOffline(true);
    await page.getByRole('button', { name: 'Record a payment' }).click();
    await page.getByText('A part of this page has not come').waitFor();
    await expectAccessible(page);
    await context.setOffline(false);
    await page.getByRole('dialog').getByLabel(/^Sum/).fill('50');
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    await page.keyboard.press('Control+k');
    await page.keyboard.type(number);
    await page.keyboard.press('Enter');
    await page.waitForURL(`**/bookings/${number}`);
    await context.close();
  });

  /** Refuses a page's script, the first time or until the page has said so. */
  const refusing = async (page: Page, script: RegExp) => {
    const refused = { asked: 0, always: true };
    await page.route(script, (route) =>
      refused.asked++ === 0 || refused.always ? route.abort('connectionreset') : route.continue(),
    );
    return refused;
  };

  for (const [times, told] of [
    ['at first', false],
    ['for a while', true],
  ] as const)
    it(`a script of the page does not come ${times}: ${told ? 'it is said, and ' : ''}the page comes to life by itself`, async () => {
      const { context, page } = await signedIn();
      const script = await refusing(page, /\/_astro\/MessagesPage[^/]*\.js$/);
      script.always = told;
      await page.goto(`${server.address}/messages`);
      const notCome = page.getByText('A part of this page has not come');
      if (told) {
        await notCome.waitFor();
        await expectAccessible(page);
        script.always = false;
      }
      await page.locator('astro-island:not([ssr])').waitFor({ state: 'attached' });
      expect(script.asked).to.be.at.least(told ? 3 : 2);
      await notCome.waitFor({ state: 'hidden' });
      // It has begun to come to life, and hears nothing for another moment.
      const heard = async (): Promise<boolean> => {
        await page.keyboard.press('Control+k');
        return page
          .getByRole('dialog')
          .waitFor({ timeout: 5000 })
          .then(
            () => true,
            () => false,
          );
      };
      expect(await eventually(heard)).to.equal(true);
      await context.close();
    });

  it('a later part of a client’s page does not come: the rest stands, it is said, and the part comes by itself', async () => {
    const { context } = await signedIn();
    const { link } = await book(context.request, { start: '2027-04-20T18:00', end: '2027-04-22T18:00' });
    const client = await openPage(browser, { viewport: { width: 390, height: 844 } });
    await openAsClient(client.page, link, context.request);
    const script = await refusing(client.page, /\/_astro\/AskChange[^/]*\.js$/);
    // What tells of it comes late itself, after the first refusal.
    await client.page.route('**/alive.js', async (route) => {
      await eventually(() => script.asked > 0);
      await route.continue();
    });
    await client.page.reload();
    const notCome = client.page.getByText('A part of this page has not come');
    await notCome.waitFor();
    await client.page.getByRole('heading', { name: '10-inch Dobsonian' }).waitFor();
    await expectAccessible(client.page);
    script.always = false;
    await client.page.getByText('Ask for another time').click();
    await notCome.waitFor({ state: 'hidden' });
    expect(script.asked).to.be.at.least(2);
    await client.context.close();
    await context.close();
  });
});
