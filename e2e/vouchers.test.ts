import { expect } from 'chai';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { expectAccessible, launch, openPage, openStandIns } from './browser';
import { demoDirectory } from './installed';
import { serve, type Served } from './server';

/** What the owner sets for the booking page and for paper, undone where it was a slip; a voucher bought, sent and used. */
describe('journey: a voucher, and how the house writes', () => {
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
    const phone = await openPage(browser, { viewport: { width: 390, height: 844 }, hasTouch: true });
    client = phone.page;
    faults.push(opened.faults, phone.faults);
    expect((await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} })).ok()).to.equal(true);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults.flat()).to.deep.equal([]));

  const go = (page: Page, path: string) => page.goto(server.address + path, { waitUntil: 'networkidle' });
  const mailTo = async (address: string): Promise<string> => {
    for (let tries = 0; tries < 40; tries++) {
      const found = await context.request.get(
        `${server.address}/api/stand-ins/view?mail=${encodeURIComponent(address)}`,
      );
      const { mail } = (await found.json()) as { mail: { seq: number; recipient: string }[] };
      const newest = mail.find(({ recipient }) => recipient.includes(address));
      if (newest) {
        const read = await context.request.get(`${server.address}/api/stand-ins/mail/${newest.seq}`);
        return ((await read.json()) as { text: string }).text;
      }
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
    throw new Error(`no letter to ${address}`);
  };

  it('the owner says what the booking page asks and sells, and what a service says of itself', async () => {
    await go(owner, '/set-up/business');
    await owner.getByLabel('Country').fill('pt');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('Kept.').waitFor();
    await go(owner, '/set-up/booking-page');
    await owner.getByLabel('A note above what can be booked').fill('We watch the weather for you.');
    await owner.getByLabel('A telephone number').selectOption('is asked for, and needed');
    await owner.getByRole('switch', { name: 'Clients can buy gift vouchers there' }).check();
    await owner.getByLabel('From, EUR').fill('20');
    await owner.getByLabel('Up to, EUR').fill('10');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('not below the smallest').waitFor();
    await expectAccessible(owner);
    await owner.getByLabel('Up to, EUR').fill('500');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('Kept. Clients see it from now on.').waitFor();
    await go(owner, '/set-up/told');
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Add a person' }).click();
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('a name is needed').waitFor();
    await owner.getByLabel('Name').fill('Bruno Faial');
    await owner.getByLabel('E-mail address').fill('bruno@vesper.example.com');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('Kept.').waitFor();
    await go(owner, '/services');
    await owner.getByRole('button', { name: 'Dome evening' }).click();
    const drawer = owner.getByRole('dialog', { name: 'Dome evening' });
    await drawer.getByLabel('Group').fill('Under the dome');
    await drawer.getByRole('tab', { name: 'For clients' }).click();
    await expectAccessible(owner);
    await drawer.getByLabel('A word of thanks').fill('Come a quarter of an hour early.');
    await drawer.getByLabel('Where to go on to').fill('vesper');
    await drawer.getByRole('tab', { name: 'What it is' }).click();
    await drawer.getByRole('button', { name: 'Save' }).click();
    await drawer.getByText('a page, such as https://your.example').waitFor();
    await drawer.getByLabel('Where to go on to').fill('https://vesper.example.com/after');
    await drawer.getByRole('button', { name: 'Save' }).click();
    await owner.getByText('“Dome evening” is saved.').waitFor();
    await go(client, '/book');
    await client.getByRole('heading', { name: 'Under the dome' }).waitFor();
    await client.getByText('We watch the weather for you.').waitFor();
  });

  it('a setting is kept with one press and put back with another', async () => {
    await go(owner, '/set-up/writing');
    await expectAccessible(owner);
    await owner.getByLabel('Days', { exact: true }).selectOption('month, day, year');
    await owner.getByLabel('Figures', { exact: true }).selectOption('1.680,50');
    await owner.getByText('Fri, May 14, 18:30 · May 14, 2027 · € 1.680,50').waitFor();
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('Kept. All pages write so from now on.').waitFor();
    await go(client, '/book');
    await client.getByText('€ 55,00').first().waitFor();
    await client.getByRole('button', { name: /^Dome evening/ }).click();
    await client.getByRole('button', { name: 'Sat, May 22' }).waitFor();
    await go(owner, '/bookings');
    expect(await owner.getByText(/May 1\d/).count()).to.be.above(0);
    await go(owner, '/set-up/writing');
    await owner.getByLabel('Days', { exact: true }).selectOption('day, month, year');
    await owner.getByLabel('Figures', { exact: true }).selectOption('1,680.50');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByRole('button', { name: 'Undo' }).click();
    await owner.getByText('It is as it was before.').waitFor();
    await go(client, '/book');
    await client.getByText('€ 55,00').first().waitFor();
    await go(owner, '/set-up/writing');
    await owner.getByLabel('Days', { exact: true }).selectOption('day, month, year');
    await owner.getByLabel('Figures', { exact: true }).selectOption('1,680.50');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('Kept. All pages write so from now on.').waitFor();
  });

  it('says what is missing of a voucher, and is ordered with obligation to pay', async () => {
    await go(client, '/book');
    await client.getByRole('link', { name: 'Give a voucher' }).click();
    await client.waitForURL(/book.voucher/);
    await client.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
    await expectAccessible(client);
    await client.getByRole('button', { name: 'Order with obligation to pay' }).click();
    await client.getByText('A sum from € 20.00 to € 500.00.').waitFor();
    await client.getByText('Whom is it for?').waitFor();
    await expectAccessible(client);
    await client.getByLabel('Worth').fill('0');
    await client.getByText('A sum from € 20.00 to € 500.00.').waitFor();
    await client.getByLabel('Worth').fill('80');
    await client.getByLabel('Name of whom it is for').fill('Pia Sandoval');
    await client.getByLabel('Their e-mail address').fill('pia.sandoval@example.com');
    await client.getByLabel(/On which day/).fill('13 5 2027');
    await client.getByLabel('Your name').fill('Odo Lindqvist');
    await client.getByLabel('Your e-mail address').fill('odo.lindqvist@example.com');
    await client.getByText('This day is over.').waitFor();
    await client.getByLabel(/On which day/).fill('+3d');
    await client.getByText('It goes to Pia Sandoval, pia.sandoval@example.com, on Mon 17 May.').waitFor();
    await client.reload({ waitUntil: 'networkidle' });
    expect(await client.getByLabel('Worth').inputValue(), 'typed before the reload').to.equal('80');
    await client.getByRole('button', { name: 'Order with obligation to pay' }).click();
    await client.waitForURL(/\/r\//);
    await client.getByRole('heading', { name: 'Gift voucher, € 80.00' }).waitFor();
  });

  it('is paid by card, sent on its day, and pays for something', async () => {
    const frame = client.frameLocator('iframe[title^="Card details"]');
    await openStandIns(frame);
    await frame.locator('li', { hasText: '41 lost card' }).getByRole('button').first().click();
    await client.getByLabel('Your name').fill('Odo Lindqvist');
    await client.getByRole('button', { name: 'Pay € 80.00' }).click();
    await client.getByText(/refused/).waitFor();
    await openStandIns(frame);
    await frame.locator('li', { hasText: 'Approved' }).getByRole('button').first().click();
    await client.getByRole('button', { name: 'Pay € 80.00' }).click();
    await client.getByText('The voucher is made.').waitFor();
    await expectAccessible(client);
    await go(owner, '/credit');
    await owner.getByText(/To Pia Sandoval, on 17 May: its letter goes out then/).waitFor();
    await expectAccessible(owner);
    const moved = await context.request.post(`${server.address}/api/stand-ins/clock`, {
      data: { to: '2027-05-17T09:30' },
    });
    expect(moved.ok()).to.equal(true);
    const text = await mailTo('pia.sandoval@example.com');
    const code = /[2-9A-Z]{4}(-[2-9A-Z]{4}){3}/.exec(text)![0];
    expect(text).to.match(/Odo Lindqvist gives you a voucher of €\s80\.00 for Vesper Hollow/);
    await go(client, '/book');
    await client.getByRole('button', { name: /^Dome evening/ }).click();
    await client.getByRole('button', { name: 'Sat 29 May' }).first().click();
    await client.getByRole('button', { name: 'Take it' }).click();
    await client.getByLabel('Your name').fill('Pia Sandoval');
    await client.getByLabel('Your e-mail address').fill('pia.sandoval@example.com');
    await client.getByLabel(/telephone/).fill('12');
    await client.getByRole('button', { name: 'Book with obligation to pay' }).click();
    await client.getByText('This is no telephone number.', { exact: false }).waitFor();
    await client.getByLabel(/telephone/).fill('912 345 678');
    await client.getByRole('button', { name: 'Book with obligation to pay' }).click();
    await client.waitForURL(/book.pay/);
    await client
      .getByText(/voucher/i)
      .first()
      .click();
    await client.getByLabel('Its code').fill(code.toLowerCase());
    await client.getByRole('button', { name: 'Pay with it' }).click();
    await client.getByText('You are booked, thank you').waitFor();
    await client.getByText('Come a quarter of an hour early.', { exact: false }).waitFor();
    await client.getByRole('link', { name: 'Go on to Vesper Hollow' }).waitFor();
    expect(await mailTo('bruno@vesper.example.com')).to.include('Pia Sandoval has booked');
  });

  it('an agreement has its fields as pieces, and reads as on a real booking', async () => {
    await go(owner, '/agreements/rental');
    const text = owner.getByLabel('Text of the agreement');
    await text.locator('[data-field]').first().waitFor();
    expect(await text.innerText()).not.to.include('{{');
    const reads = owner.getByRole('region', { name: 'As it reads' });
    expect(await reads.innerText()).not.to.match(/\{\{|client name/);
    await owner.getByLabel('On which booking').fill('B-9999');
    await owner.getByText('no such booking').waitFor();
    await owner.getByLabel('On which booking').fill('B-0001');
    await owner.getByText('no such booking').waitFor({ state: 'detached' });
    await expectAccessible(owner);
    const before = await text.locator('[data-field]').count();
    await text.click();
    await owner.keyboard.press('Control+End');
    await owner.keyboard.type(' {{begins}}');
    await owner.waitForFunction(
      (count) => document.querySelectorAll('.ProseMirror [data-field]').length === count,
      before + 1,
    );
    await owner.keyboard.press('Backspace');
    await owner.keyboard.press('Backspace');
    await owner.waitForFunction(
      (count) => document.querySelectorAll('.ProseMirror [data-field]').length === count,
      before,
    );
  });
});
