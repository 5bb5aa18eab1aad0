import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { expectAccessible, launch, openAsClient, openPage, openStandIns } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

type Made = { readonly id: string; readonly number: string; readonly link: string };

/** Accounts are connected and chosen; a client pays from a bank account; a card is taken at the counter. */
describe('journey: ways to pay', () => {
  let browser: Browser;
  let server: Served;
  let owner: Page;
  let context: BrowserContext;
  let client: Page;
  let booking: Made;
  const faults: string[][] = [];

  before(async () => {
    [browser, server] = await Promise.all([launch(), serve(await installedDirectory())]);
    const opened = await openPage(browser);
    ({ page: owner, context } = opened);
    faults.push(opened.faults);
    expect((await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} })).ok()).to.equal(true);
    const phone = await openPage(browser, { viewport: { width: 390, height: 844 }, hasTouch: true });
    faults.push(phone.faults);
    client = phone.page;
    booking = await book();
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults.flat()).to.deep.equal([]));

  const go = (page: Page, path: string) => page.goto(server.address + path, { waitUntil: 'networkidle' });
  const api = async <T>(path: string, data: object): Promise<T> =>
    (await (await context.request.post(server.address + path, { data })).json()) as T;
  const book = async (about: object = {}): Promise<Made> => {
    const made = await api<Made>('/api/bookings/create', {
      requestKey: randomUUID(),
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      serviceId: 'dobsonian',
      title: '10-inch Dobsonian',
      termsId: 'rental',
      start: '2027-04-10T18:00',
      end: '2027-04-14T18:00',
      lines: [{ id: 'service', label: '10-inch Dobsonian', quantity: '1', unitPrice: 400_00, taxes: ['VAT'] }],
      ...about,
    });
    const { url } = await api<{ url: string }>('/api/bookings/copy-link', {
      bookingId: made.id,
      requestKey: randomUUID(),
    });
    return { ...made, link: new URL(url).pathname };
  };
  const moveClock = async (to: string): Promise<void> => {
    await api('/api/stand-ins/clock', { to });
    for (;;) {
      const view = (await (await context.request.get(`${server.address}/api/stand-ins/view`)).json()) as {
        moving: object | null;
      };
      if (view.moving === null) return;
      await new Promise((resolve) => setTimeout(resolve, 250));
    }
  };
  const accounts = () => owner.getByRole('region', { name: 'Ways to pay' });
  const dollars = () => accounts().getByRole('listitem').filter({ hasText: 'USD' });

  it('an account is connected on its processor’s page; what it cannot take is said before', async () => {
    await go(owner, '/set-up/ways');
    await owner.getByRole('button', { name: 'Connect an account' }).click();
    const dialog = owner.getByRole('dialog');
    await dialog.getByRole('radio', { name: /^Fell Cards/ }).check();
    await dialog.getByText('holds last 30 days, can be captured several times').waitFor();
    await dialog.getByLabel('The account is in').selectOption('USD');
    await dialog.getByText(/^Cannot take what is sold in another currency/).waitFor();
    await dialog.getByText('Live', { exact: true }).click();
    await expectAccessible(owner);
    await dialog.getByRole('button', { name: 'Go on to Fell Cards' }).click();
    await owner.getByRole('heading', { name: 'May Ostendo use your account?' }).waitFor();
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'No', exact: true }).click();
    await owner.getByText('You did not agree there, so nothing is connected.').waitFor();
    expect(await dollars().count(), 'the one in dollars that was there before').to.equal(1);
    await owner.getByRole('button', { name: 'Connect an account' }).click();
    await owner.getByLabel('The account is in').selectOption('USD');
    await owner.getByText('Live', { exact: true }).click();
    await owner.getByRole('button', { name: 'Go on to Tarn Cards' }).click();
    await owner.getByRole('button', { name: 'Allow' }).click();
    await owner.getByText('The account is connected.').waitFor();
    expect(await dollars().count()).to.equal(2);
    await expectAccessible(owner);
  });

  it('disconnecting says what hangs on it first', async () => {
    await accounts().getByRole('button', { name: 'Disconnect Tarn Cards, USD' }).first().click();
    await owner.getByRole('dialog').getByText('No new payment of a client goes through it').waitFor();
    await owner.getByRole('dialog').getByRole('button', { name: 'Disconnect', exact: true }).click();
    await owner.getByRole('dialog').waitFor({ state: 'detached' });
    await dollars().nth(1).waitFor({ state: 'detached' });
  });

  it('a client pays from a bank account: on its way, and booked when it has settled', async () => {
    await openAsClient(client, server.address + booking.link, context.request);
    await client.getByRole('button', { name: /^Pay/ }).click();
    await client.getByLabel('From a bank account').check();
    await client.getByText(/I allow .* to collect this sum from my bank account/).waitFor();
    const frame = client.frameLocator('iframe[title^="Bank account"]');
    await frame.getByLabel('Number of the bank account').fill('XX00 9310');
    await client.getByRole('button', { name: /^Pay/ }).click();
    await frame.getByText('The number of a bank account begins with two letters').waitFor();
    await openStandIns(frame);
    await frame.locator('li', { hasText: 'Settles after four days' }).getByRole('button').click();
    await expectAccessible(client);
    await client.getByRole('button', { name: /^Pay/ }).dblclick();
    await client.getByText('is on its way', { exact: false }).first().waitFor();
    await client.getByText('Your place is kept until then', { exact: false }).waitFor();
    await expectAccessible(client);
    await go(owner, `/bookings/${booking.number}`);
    await owner.getByText('On its way', { exact: true }).waitFor();
    await owner.getByText('on its way from a bank account, counts on Fri 5 Mar').waitFor();
    expect(await owner.getByRole('button', { name: 'Ask for payment' }).count(), 'nothing is asked for twice').to.equal(
      0,
    );
    await moveClock('2027-03-05T12:00');
    await client.reload({ waitUntil: 'networkidle' });
    await client.getByText('You are booked, thank you').waitFor();
  });

  it('its receipt is there to download', async () => {
    await client.getByText('Your payments').click();
    const address = await client.getByRole('link', { name: 'receipt' }).getAttribute('href');
    const response = await client.request.get(server.address + address!);
    expect(response.headers()['content-type']).to.equal('application/pdf');
    expect((await client.request.get(`${server.address}${address!.replace('/1.pdf', '/2.pdf')}`)).status()).to.equal(
      404,
    );
    const stranger = await openPage(browser);
    expect((await stranger.context.request.get(server.address + address!)).status(), 'a forwarded link').to.equal(404);
  });

  it('what is hidden for all is not offered; the owner has one payment go another way', async () => {
    const other = await book({
      clientName: 'Otto Prins',
      clientEmail: 'otto@example.com',
      start: '2027-05-10T18:00',
      end: '2027-05-14T18:00',
    });
    await go(owner, '/set-up/ways');
    await accounts().getByText('bank debit', { exact: true }).click();
    await owner.getByRole('button', { name: 'Keep these ways' }).click();
    await owner.getByText('Kept. Clients see it from now on.').waitFor();
    await go(owner, `/bookings/${other.number}`);
    await owner.getByRole('button', { name: 'More actions' }).click();
    await owner.getByRole('menuitem', { name: 'Have it paid another way' }).click();
    await owner.getByRole('radio', { name: /^Fell Cards/ }).check();
    // On a slow machine the menu is still on its way out.
    await owner.getByRole('menu').waitFor({ state: 'detached' });
    await expectAccessible(owner);
    await owner.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('is offered through Fell Cards first').waitFor();
    await openAsClient(client, server.address + other.link, context.request);
    await client.getByRole('button', { name: /^Pay/ }).click();
    const source = await client.locator('iframe[title^="Card details"]').getAttribute('src');
    expect(source).to.include('account=fell.');
    expect(await client.getByText('From a bank account').count()).to.equal(0);
  });

  it('a card is taken at the counter, refused once and then approved', async () => {
    const third = await book({
      clientName: 'Wilma Stroud',
      clientEmail: 'wilma@example.com',
      start: '2027-06-10T18:00',
      end: '2027-06-14T18:00',
    });
    const reader = await context.newPage();
    const take = async (): Promise<void> => {
      await owner.getByRole('button', { name: 'More actions' }).click();
      await owner.getByRole('menuitem', { name: 'Take a card at the counter' }).click();
      await owner.getByRole('button', { name: /to the reader$/ }).click();
      await owner.getByText('The reader asks for').waitFor();
    };
    const present = async (card: RegExp): Promise<void> => {
      await go(reader, '/stand-in/reader');
      const label = await reader.locator('option').filter({ hasText: card }).first().textContent();
      await reader.getByLabel('Card that is presented').selectOption({ label: label!.trim() });
      await reader.getByRole('button', { name: 'Present the card' }).click();
    };
    await go(owner, `/bookings/${third.number}`);
    await take();
    await expectAccessible(owner);
    await go(reader, '/stand-in/reader');
    await expectAccessible(reader);
    await present(/41 lost card/);
    await reader.getByText('Refused').waitFor();
    await owner.getByRole('dialog').waitFor({ state: 'detached' });
    await take();
    await present(/Approved/);
    await reader.getByText('Approved').waitFor();
    await owner.getByRole('dialog').waitFor({ state: 'detached' });
    await owner.getByText('received by card at the counter').waitFor();
    await reader.close();
  });

  it('a house account takes no more than its limit', async () => {
    await go(owner, '/credit');
    await owner.getByRole('button', { name: 'Set a limit' }).click();
    await owner.getByRole('combobox', { name: 'Client' }).fill('Otto Prins');
    await owner.getByLabel(/^May stand open/).fill('500');
    await expectAccessible(owner);
    await owner.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('of € 500.00').waitFor();
    await go(owner, '/bookings/new');
    await owner.getByRole('combobox', { name: 'Name' }).fill('Otto Prins');
    await owner.getByLabel('E-mail').fill('otto@example.com');
    await owner.getByLabel('Begins', { exact: true }).fill('2027-07-10T18:00');
    await owner.getByLabel('Ends', { exact: true }).fill('2027-07-14T18:00');
    await owner.getByLabel(/^Price/).fill('600');
    await owner.getByLabel('Paid', { exact: true }).selectOption('account');
    await owner.getByRole('button', { name: 'Book and ask the client' }).click();
    await owner.getByText('The house account takes € 500.00 at a time').waitFor();
    expect(await owner.getByLabel(/^Price/).inputValue(), 'nothing typed is lost').to.equal('600');
    await owner.getByLabel(/^Price/).fill('450');
    await owner.getByRole('button', { name: 'Book and ask the client' }).click();
    await owner.waitForURL(/bookings.B-/);
    await owner.getByText('House account', { exact: false }).first().waitFor();
  });

  it('an access that is not renewed is warned of in time, and a place is kept free of bookings', async () => {
    await go(owner, '/stand-ins');
    await owner.getByLabel('Tarn Cards in EUR, live, renews its access').click({ force: true });
    await owner.locator('input[aria-label="Tarn Cards in EUR, live, renews its access"]:not(:checked)').waitFor();
    await moveClock('2027-04-25T12:00');
    await go(owner, '/today');
    await owner.getByText('its access is not renewed and ends on', { exact: false }).waitFor();
    await expectAccessible(owner);
    await owner.getByRole('link', { name: 'Connect it again' }).click();
    await accounts().getByText('connect it again before', { exact: false }).waitFor();
    await expectAccessible(owner);
    await go(owner, '/set-up/places');
    await owner.getByRole('button', { name: 'Add somebody or something' }).click();
    const places = owner.getByRole('region', { name: 'Places' });
    await places.getByLabel('Name').fill('The big dome');
    await places.getByRole('button', { name: 'Keep', exact: true }).click();
    await places.getByRole('button', { name: /^The big dome/ }).click();
    await places.getByLabel('From', { exact: true }).fill('2027-05-01T08:00');
    await places.getByLabel('To', { exact: true }).fill('2027-05-03T20:00');
    await places.getByRole('button', { name: 'Keep it free of bookings' }).click();
    await places.getByText('what for', { exact: true }).waitFor();
    expect(await places.getByLabel('From', { exact: true }).inputValue(), 'nothing typed is lost').to.equal(
      'Sat 1 May',
    );
    await places.getByLabel('What for').fill('painted');
    await places.getByRole('button', { name: 'Keep it free of bookings' }).click();
    await places.getByText('Sat 1 May, 08:00 to Mon 3 May, 20:00, painted').waitFor();
    await expectAccessible(owner);
  });
});
