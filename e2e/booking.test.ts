import { expect } from 'chai';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { expectAccessible, launch, openAsClient, openPage, openStandIns } from './browser';
import { demoDirectory } from './installed';
import { serve, type Served } from './server';

/** A client books on the public page, pays, and comes back on another device; requests, links and vouchers beside it. */
describe('journey: booked by the client', () => {
  let browser: Browser;
  let server: Served;
  let owner: Page;
  let context: BrowserContext;
  let client: Page;
  const faults: string[][] = [];

  before(async () => {
    [browser, server] = await Promise.all([launch(), serve(await demoDirectory())]);
    const opened = await openPage(browser);
    ({ page: owner, context } = opened);
    faults.push(opened.faults);
    expect((await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} })).ok()).to.equal(true);
    client = await phone();
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults.flat()).to.deep.equal([]));

  const phone = async (): Promise<Page> => {
    const opened = await openPage(browser, { viewport: { width: 390, height: 844 }, hasTouch: true });
    faults.push(opened.faults);
    return opened.page;
  };
  const go = (page: Page, path: string) => page.goto(server.address + path, { waitUntil: 'networkidle' });
  const frameOf = (page: Page) => page.frameLocator('iframe[title^="Card details"]');
  const giveNumber = async (page: Page, label: string): Promise<void> => {
    await openStandIns(frameOf(page));
    await frameOf(page).locator('li', { hasText: label }).getByRole('button').first().click();
  };
  const choose = async (page: Page, service: RegExp, day: RegExp): Promise<void> => {
    await page.getByRole('button', { name: service }).click();
    await page.getByRole('button', { name: day }).first().click();
  };
  /** The booking's page, when its buttons answer. */
  const settled = async (page: Page): Promise<void> => {
    await page.waitForURL(/bookings.B-/);
    await page.waitForLoadState('networkidle');
    await page.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
  };
  const api = async <T>(path: string, data: object): Promise<T> =>
    (await (await context.request.post(server.address + path, { data })).json()) as T;

  it('chooses guests and a day of those that are free; what is typed survives a reload', async () => {
    await go(client, '/book');
    await expectAccessible(client);
    await client.getByRole('button', { name: /^Dome evening/ }).click();
    await client.getByRole('button', { name: 'One more of Guests' }).click();
    const day = client.getByRole('button', { name: 'Sat 22 May' });
    await day.waitFor();
    expect(await client.getByRole('button', { name: 'Sun 23 May, not free' }).isDisabled()).to.equal(true);
    await expectAccessible(client);
    await day.click();
    await client.getByText('€ 110.00').first().waitFor();
    await client.getByRole('button', { name: 'One more of Soup supper' }).click();
    await client.getByText('€ 124.00').first().waitFor();
    await client.getByRole('button', { name: 'Take it' }).click();
    await client.getByLabel('Your name').fill('Ottilie Brandt');
    await client.reload({ waitUntil: 'networkidle' });
    await client.getByRole('button', { name: 'Go on with these' }).click();
    expect(await client.getByLabel('Your name').inputValue()).to.equal('Ottilie Brandt');
    await client.getByText('Soup supper × 1').waitFor();
  });

  it('books a second thing with it, is told what is missing, and goes to pay for both', async () => {
    await client.getByRole('button', { name: 'Book something more with it' }).click();
    await choose(client, /^Astrophotography coaching/, /^Thu 20 May$/);
    await client.getByRole('button', { name: '22:00', exact: true }).click();
    await client.getByRole('button', { name: 'Take it' }).click();
    await client.getByRole('button', { name: /obligation to pay/ }).click();
    await client.getByText('An e-mail address, such as').waitFor();
    await client.getByLabel('Your e-mail address').fill('ottilie@example.com');
    await expectAccessible(client);
    await client.getByRole('button', { name: /obligation to pay/ }).click();
    await client.waitForURL(/\/book\/pay\//);
    await client.getByText(/Your place is kept for 1[45]:/).waitFor();
    await expectAccessible(client);
  });

  it('pays both by one card after one that is refused, double-clicked', async () => {
    await giveNumber(client, '41 lost card');
    await client.getByRole('button', { name: /^Pay/ }).click();
    await client.getByText('The card was refused').waitFor();
    await giveNumber(client, 'Approved');
    await client.getByRole('button', { name: /^Pay/ }).dblclick();
    await client.getByText('You are booked, thank you').waitFor();
    await expectAccessible(client);
    const { network } = (await (await context.request.get(`${server.address}/api/stand-ins/view`)).json()) as {
      network: { payments: { description: string }[] };
    };
    const mine = network.payments.filter(({ description }) => description.includes('Dome evening, 2 guests'));
    expect(mine, 'one charge for the cart').to.have.length(1);
  });

  it('opens the booking from this device at once, and all of them only after a code', async () => {
    await client.getByRole('link', { name: 'Everything about this booking' }).first().click();
    await client.getByText('You are booked').first().waitFor();
    await client.getByRole('link', { name: 'All your bookings' }).click();
    await client.getByRole('heading', { name: 'Is it you?' }).waitFor();
    await expectAccessible(client);
    await openAsClient(client, client.url(), context.request);
    await client.getByRole('heading', { name: 'Your bookings' }).waitFor();
    expect(await client.getByRole('listitem').filter({ hasText: 'B-0' }).count()).to.equal(2);
    await expectAccessible(client);
  });

  it('a forwarded link gives nothing away', async () => {
    const stranger = await phone();
    await client.getByRole('link', { name: /Dome evening/ }).click();
    await client.getByText('You are booked').first().waitFor();
    await stranger.goto(client.url(), { waitUntil: 'networkidle' });
    await stranger.getByRole('heading', { name: 'Is it you?' }).waitFor();
    const shown = await stranger.content();
    for (const secret of ['Ottilie', 'Dome evening', '124.00', 'ottilie@'])
      expect(shown, secret).to.not.include(secret);
    const link = client.url().split('/').at(-1);
    const view = await stranger.context().request.get(`${server.address}/api/client/view/${link}`);
    expect(view.status()).to.equal(404);
    await stranger.context().close();
  });

  it('asks for another time, with what it changes shown first; the owner moves it', async () => {
    await client.getByText('Ask for another time').click();
    await client.getByLabel('It should begin', { exact: true }).fill('28 5');
    await client.getByLabel('It should begin, time').fill('9pm');
    await client.getByRole('button', { name: 'See what it would change' }).click();
    await client.getByText(/It begins Fri 28 May/).waitFor();
    await expectAccessible(client);
    await client.getByRole('button', { name: 'Ask for this' }).click();
    await client.getByText(/you asked to begin/).waitFor();
    await go(owner, '/today');
    await owner.getByText('The client asks to begin at another time').first().waitFor();
    await owner
      .getByRole('link', { name: /Ottilie Brandt/ })
      .first()
      .click();
    await settled(owner);
    await owner.getByRole('button', { name: 'Move it' }).click();
    await owner.getByText('Answered; the client is told.').waitFor();
    await expectAccessible(owner);
    await client.reload({ waitUntil: 'networkidle' });
    await client.getByText('Fri 28 May, 21:00 to 23:00').waitFor();
  });

  it('asks for the imaging rig: what is due is reserved, and taken with the owner’s yes', async () => {
    const asker = await phone();
    await go(asker, '/book');
    await asker.getByRole('button', { name: /^Imaging rig/ }).click();
    await asker.getByRole('button', { name: 'Month after' }).click();
    await asker.getByRole('button', { name: 'Tue 1 Jun', exact: true }).click();
    await asker.getByRole('button', { name: 'Fri 4 Jun', exact: true }).click();
    await asker.getByRole('button', { name: 'Take it' }).click();
    await asker.getByLabel('Your name').fill('Sten Kolbe');
    await asker.getByLabel('Your e-mail address').fill('sten@example.com');
    await asker.getByRole('button', { name: /Ask for it, with obligation to pay/ }).click();
    await asker.getByText('This is needed for the agreement.').waitFor();
    await asker.getByLabel('Where it stands').fill('A meadow behind the mill');
    await asker.getByLabel(/my full name/).fill('Sten Kolbe');
    await asker.getByRole('button', { name: /Ask for it, with obligation to pay/ }).click();
    await asker.waitForURL(/\/book\/pay\//);
    await giveNumber(asker, 'Approved');
    await asker.getByRole('button', { name: /^Reserve/ }).click();
    await asker.getByText('Your request is on its way').waitFor();
    await expectAccessible(asker);
    await go(owner, '/bookings?stage=enquiry');
    await owner
      .getByRole('link', { name: /Sten Kolbe/ })
      .first()
      .click();
    await settled(owner);
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Accept and take what is reserved' }).click();
    await owner.getByText('Accepted; the client is told.').waitFor();
    await asker.reload({ waitUntil: 'networkidle' });
    await asker.getByText('You are booked, thank you').waitFor();
    await asker.context().close();
  });

  it('pays a request by a copied link, and uses the credit and a voucher', async () => {
    const made = await api<{ url: string }>('/api/credit/create-request', {
      requestKey: 'journey-request-1',
      clientName: 'Ottilie Brandt',
      clientEmail: 'ottilie@example.com',
      note: 'A second map',
      currency: 'EUR',
      amount: 18_00,
      smallest: null,
      expiresAt: null,
      send: false,
    });
    const payer = await phone();
    await payer.goto(made.url, { waitUntil: 'networkidle' });
    await payer.getByRole('button', { name: /^Pay/ }).click();
    await payer.getByText('Your name is needed').waitFor();
    await payer.getByLabel('Your name').fill('Aunt Hilde');
    await giveNumber(payer, 'Approved');
    await payer.getByRole('button', { name: /^Pay/ }).click();
    await payer.getByText('There is nothing more to do').waitFor();
    await expectAccessible(payer);
    await go(owner, '/credit');
    await owner.getByText(/18\.00 paid by Aunt Hilde, from the copied link/).waitFor();
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Sell a voucher' }).click();
    await owner.getByLabel('Bought by').fill('Aunt Hilde');
    await owner.getByLabel('Worth, EUR').fill('50');
    await owner.getByRole('button', { name: 'Sell it' }).click();
    const code = await owner.getByText(/^[0-9A-Z]{4}(-[0-9A-Z]{4}){3}$/).innerText();
    await go(payer, '/book');
    await choose(payer, /^Dome evening/, /^Sat 29 May$/);
    await payer.getByRole('button', { name: 'Take it' }).click();
    await payer.getByLabel('Your name').fill('Aunt Hilde');
    await payer.getByLabel('Your e-mail address').fill('hilde@example.com');
    await payer.getByRole('button', { name: /obligation to pay/ }).click();
    await payer.getByText('I have a gift voucher').click();
    await payer.getByLabel('Its code').fill('0000-0000-0000-0000');
    await payer.getByRole('button', { name: 'Pay with it' }).click();
    await payer.getByText('There is no voucher with this code').waitFor();
    await payer.getByLabel('Its code').fill(code.toLowerCase());
    await payer.getByRole('button', { name: 'Pay with it' }).click();
    await payer.getByText('You are booked, thank you').waitFor();
    await payer.context().close();
  });

  it('asks for what lines come to: written, read, paid in parts with a tip, and invoiced to a company', async () => {
    await go(owner, '/credit/new');
    await owner.getByRole('button', { name: 'Copy a link' }).click();
    await owner.getByText('a sum, such as 12.50').waitFor();
    await owner.getByRole('combobox', { name: 'Of whom' }).fill('Ottilie Brandt');
    await owner.keyboard.press('Escape');
    await owner.getByLabel('E-mail').fill('ottilie@example.com');
    await owner.getByLabel('What for').fill('Two nights more');
    await owner.getByLabel('What', { exact: true }).fill('Night at the hut');
    await owner.getByLabel('How many of Night at the hut').fill('2');
    await owner.getByLabel('Price of one Night at the hut').fill('61.50');
    await owner.getByLabel('In parts from, EUR').fill('60');
    await owner.getByLabel('The payer may add a tip').check();
    await owner.getByRole('region', { name: 'As it reads' }).getByText('€ 123.00').first().waitFor();
    await expectAccessible(owner);
    const answered = owner.waitForResponse((answer) => answer.url().endsWith('/api/credit/create-request'));
    await owner.getByRole('button', { name: 'Copy a link' }).click();
    const { url, number } = (await (await answered).json()) as { url: string; number: string };
    const payer = await phone();
    await payer.goto(url, { waitUntil: 'networkidle' });
    await payer.getByText('An invoice for a company?').click();
    await payer.getByLabel('Company').fill('Brandt Optics');
    await payer.getByRole('combobox', { name: 'Country' }).selectOption('PT');
    await payer.getByLabel('Tax number, with its country').fill('PT123');
    await payer.getByRole('button', { name: 'Keep this for the invoice' }).click();
    await payer.getByText('not the form of a tax number').waitFor();
    await payer.getByLabel('Tax number, with its country').fill('PT514432004');
    await payer.getByRole('button', { name: 'Keep this for the invoice' }).click();
    await payer.getByText('Invoices for Brandt Optics, PT514432004').waitFor();
    await payer.getByLabel('How much, in EUR').fill('60.00');
    await payer.getByLabel('A tip for those who do the work').fill('5');
    await payer.getByLabel('Your name').fill('Aunt Hilde');
    await giveNumber(payer, 'Approved');
    await payer.getByRole('button', { name: /^Pay .*65\.00/ }).click();
    await payer.getByText(/60\.00 has come in; .*63\.00 is still open/).waitFor();
    await expectAccessible(payer);
    await go(owner, `/credit#${number}`);
    await owner.getByText(/60\.00 paid by Aunt Hilde, and a tip of .*5\.00, from the copied link/).waitFor();
    await owner.getByRole('button', { name: `More for ${number}` }).click();
    await owner.getByRole('menuitem', { name: 'It came in another way' }).click();
    await owner.getByRole('button', { name: /^Record .*63\.00/ }).click();
    await owner.getByText(/63\.00 paid by Ottilie Brandt, by transfer/).waitFor();
    await payer.context().close();
  });

  it('the owner books for a client who is known: choosing the name brings the address', async () => {
    await go(owner, '/bookings/new');
    const name = owner.getByRole('combobox', { name: 'Name' });
    await name.fill('lindq');
    await owner.getByRole('option', { name: 'Pia Lindqvist' }).click();
    expect(await name.inputValue()).to.equal('Pia Lindqvist');
    expect(await owner.getByRole('textbox', { name: 'E-mail' }).inputValue()).to.equal('pia@example.com');
  });

  it('shows it all on the calendar and in the lanes; dragging asks before it moves', async () => {
    await go(owner, '/bookings/calendar');
    await owner.getByText('Month').click();
    await owner.getByText('Pia Lindqvist').first().waitFor();
    await expectAccessible(owner);
    await go(owner, '/bookings/calendar?view=places&day=2027-05-18');
    const unit = owner.getByRole('button', { name: /^Pia Lindqvist, Imaging rig/ });
    await unit.focus();
    await owner.keyboard.press('ArrowDown');
    await owner.keyboard.press('Enter');
    await owner.getByText('Now on unit 2').waitFor();
    await owner.getByRole('button', { name: 'Undo' }).click();
    await expectAccessible(owner);
    await go(owner, '/bookings/lanes');
    await owner.getByLabel('Search bookings').fill('Ottilie');
    const bar = owner.getByRole('button', { name: /Ottilie Brandt, Astrophotography coaching/ });
    await bar.focus();
    await owner.keyboard.press('ArrowRight');
    await owner.keyboard.press('Enter');
    await owner.getByText('To begin').waitFor();
    await owner.getByText('It begins Fri 21 May, 22:00 instead of Thu 20 May, 22:00.').waitFor();
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Move it', exact: true }).click();
    await owner.getByText(/is moved\./).waitFor();
    await expectAccessible(owner);
  });
});
