import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { expectAccessible, launch, openAsClient, openPage, openStandIns } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

/** The path to show: one rental from the call to the books, through the real interface. */
describe('journey: a rental from the booking to the close-out', () => {
  let browser: Browser;
  let server: Served;
  let directory: string;
  let owner: Page;
  let context: BrowserContext;
  const faults: string[][] = [];

  before(async () => {
    directory = await installedDirectory();
    [browser, server] = await Promise.all([launch(), serve(directory)]);
    const opened = await openPage(browser);
    owner = opened.page;
    context = opened.context;
    faults.push(opened.faults);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults.flat()).to.deep.equal([]));

  const go = (path: string) => owner.goto(server.address + path, { waitUntil: 'networkidle' });
  const moveClock = async (to: string): Promise<void> => {
    await go('/stand-ins');
    await owner.getByLabel('Move to', { exact: true }).fill(to);
    await owner.getByRole('button', { name: 'Move there' }).click();
    await owner
      .getByText(`, ${to.slice(11)}`)
      .first()
      .waitFor({ timeout: 60_000 });
    await owner.getByRole('button', { name: '+ 1 day' }).waitFor({ timeout: 60_000 });
  };
  /** The address in the newest message whose subject has these words, as its client would open it. */
  const openMessage = async (subject: string): Promise<string> => {
    await go('/stand-ins');
    await owner.getByRole('button', { name: subject }).first().click();
    return (await owner.locator('a[href*="/b/"]').first().getAttribute('href'))!;
  };
  const frameOf = (page: Page) => page.frameLocator('iframe[title^="Card details"]');
  const giveNumber = async (page: Page, label: string): Promise<void> => {
    await openStandIns(frameOf(page));
    await frameOf(page).locator('li', { hasText: label }).getByRole('button').click();
  };

  it('signs in with one click', async () => {
    await go('/today');
    await expectAccessible(owner);
    await owner.getByRole('button', { name: /Enter the demo/ }).click();
    await owner.getByRole('heading', { name: 'Nothing to decide today' }).waitFor();
    await expectAccessible(owner);
  });

  it('makes the booking, the plan beside it with each keystroke', async () => {
    await owner.getByRole('link', { name: 'New booking' }).click();
    await owner.getByLabel('Name').fill('Ines Valadar');
    await owner.getByLabel('E-mail').fill('ines');
    await owner.getByLabel('Begins', { exact: true }).fill('2027-04-05T18:00');
    await owner.getByLabel('Ends', { exact: true }).fill('2027-04-04T18:00');
    await owner.getByLabel(/^Price/).fill('800');
    await owner.getByText('the end is before the start').waitFor();
    await owner.getByText('an e-mail address, such as').waitFor();
    await owner.getByLabel('Ends', { exact: true }).fill('2027-04-21T18:00');
    await owner.getByLabel('E-mail').fill('ines@example.com');
    const plan = owner.getByRole('complementary', { name: 'Plan' });
    await plan.getByText('€ 240.00').first().waitFor();
    await plan.getByText('it is renewed twice').waitFor();
    await owner.reload({ waitUntil: 'networkidle' });
    expect(await owner.getByLabel(/^Price/).inputValue(), 'typed before the reload').to.equal('800');
    await plan.getByText('4 Apr to 23 Apr').waitFor();
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Book and ask the client' }).click();
    await owner.waitForURL(/\/bookings\/B-0001$/);
    await owner.getByText('Waiting for the client, begins in 5 weeks').waitFor();
  });

  it('the client reads what will happen, and pays with a card that asks for confirmation', async () => {
    const address = await openMessage('10-inch Dobsonian: € 240.00 secures your booking');
    const phone = await openPage(browser, { viewport: { width: 390, height: 844 } });
    faults.push(phone.faults);
    const client = phone.page;
    await openAsClient(client, address, context.request);
    await client.getByText('We charge the balance to the same card').waitFor();
    await client.getByText('4 Apr to 23 Apr').waitFor();
    await expectAccessible(client);
    await client.getByRole('button', { name: 'Pay € 240.00' }).click();

    await frameOf(client).getByLabel('Card number').fill('1234');
    await client.getByRole('button', { name: 'Pay € 240.00' }).click();
    await frameOf(client).getByText('A card number has 16 digits.').waitFor();
    await giveNumber(client, '41 lost card');
    await client.getByRole('button', { name: 'Pay € 240.00' }).click();
    await client.getByText('the card was reported lost. Nothing was taken').waitFor();

    await giveNumber(client, 'Asks the client to confirm');
    await client.getByRole('button', { name: 'Pay € 240.00' }).dblclick();
    await client.getByRole('button', { name: 'Confirm' }).click();
    await client.getByText('You are booked, thank you').waitFor();
    await client.goBack();
    await openAsClient(client, address, context.request);
    await client.getByText('€ 240.00 has come in').waitFor();
    await expectAccessible(client);
    await phone.context.close();

    await go('/bookings/B-0001');
    await owner.getByText('Secured, begins in 5 weeks').waitFor();
    await owner.getByText('The client opened the page').first().waitFor();
    await expectAccessible(owner);
  });

  it('charges the balance, places the hold and renews it twice, by itself', async () => {
    await moveClock('2027-03-29T10:00');
    await go('/bookings/B-0001');
    await owner.getByText('560.00 received from the card ending in').waitFor();
    await moveClock('2027-04-21T17:00');
    await go('/stand-ins');
    await owner.getByText('1 in force').waitFor();
    await go('/bookings/B-0001');
    expect(await owner.getByText(/Hold of 400.00 renewed/).count()).to.equal(2);
    await owner.getByRole('tab', { name: /Messages/ }).click();
    await owner.getByText('is set aside on your card').first().waitFor();
    await expectAccessible(owner);
  });

  it('asks for the close-out when the service ends; part of the hold is captured, the rest let go', async () => {
    await moveClock('2027-04-21T18:30');
    await go('/today');
    await owner.getByRole('heading', { name: 'One decision today' }).waitFor();
    await owner.keyboard.press('j');
    await owner.keyboard.press('Enter');
    await owner.waitForURL(/close-out/);
    await owner.getByRole('textbox', { name: 'Claim for' }).fill('Dew heater missing');
    await owner.getByRole('textbox', { name: 'Sum, EUR' }).fill('120.001');
    await owner.getByText('a sum above zero').waitFor();
    await owner.getByRole('textbox', { name: 'Sum, EUR' }).fill('120');
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Capture € 120.00, release 280.00' }).click();
    await owner.getByText('Nothing waits for its close-out.').waitFor();
    await go('/bookings/B-0001');
    await owner.getByText('Closed; 120.00 captured, 280.00 released').waitFor();
    await owner.getByRole('tab', { name: /Journal/ }).click();
    await owner.getByText('damage recovered').waitFor();
    await expectAccessible(owner);
  });

  it('finds the booking from the keyboard', async () => {
    await go('/bookings');
    await owner.getByText('No booking fits.').waitFor();
    await owner.getByRole('button', { name: 'Show all bookings' }).click();
    await owner.getByRole('link', { name: 'Ines Valadar' }).waitFor();
    await expectAccessible(owner);
    await owner.mouse.move(2, 2); // a pointer that rests on the list would choose what lies under it
    const machine = await context.newCDPSession(owner);
    await machine.send('Emulation.setCPUThrottlingRate', { rate: 4 }); // letters that come before the field has the focus
    await owner.keyboard.press('Control+k');
    await owner.keyboard.type('vala dob');
    await owner.getByText('Ines Valadar · 10-inch Dobsonian').waitFor();
    expect(await owner.locator('input[aria-label="Find"]').inputValue()).to.equal('vala dob');
    await machine.detach(); // gives the machine its pace back
    await owner.keyboard.press('Enter');
    await owner.waitForURL(/\/bookings\/B-0001$/);
  });

  it('leaves clean books: verify agrees, hledger agrees, and the network holds nothing', async () => {
    await context.close();
    await server.stop();
    const ostendo = (...args: string[]) =>
      spawnSync('npx', ['tsx', 'src/cli/main.ts', ...args], {
        encoding: 'utf8',
        env: { ...process.env, OSTENDO_DATA: directory },
      });
    const verified = ostendo('verify');
    expect(verified.stdout).to.equal('');
    expect(verified.stderr).to.include('Nothing differs.');
    const journal = ostendo('export', '--format', 'hledger').stdout;
    const hledger = spawnSync('hledger', ['-f-', 'check', '--strict'], { input: journal, encoding: 'utf8' });
    expect(hledger.stderr).to.equal('');
    const memo = spawnSync('hledger', ['-f-', 'balance', 'memo', '--no-total'], { input: journal, encoding: 'utf8' });
    expect(memo.stdout.trim()).to.equal('');
    server = await serve(directory);
  });
});
