import { expect } from 'chai';
import { execFileSync, spawnSync } from 'node:child_process';
import { setTimeout as pause } from 'node:timers/promises';
import type { Browser, Page } from 'playwright-core';
import { demoSignIn } from '#server/seed/demoSignIn';
import { totpOf } from '../testing/totp';
import { expectAccessible, launch, openPage } from './browser';
import { demoDirectory } from './installed';
import { serve, type Served } from './server';

/** The owner's door in a real browser: second factor, new passwords, sessions, the switch, and what is asked again. */
describe('the owner’s door, in the browser', () => {
  let browser: Browser;
  let server: Served;
  let directory: string;
  let password: string = demoSignIn.password;
  before(async () => {
    directory = await demoDirectory();
    [browser, server] = await Promise.all([launch(), serve(directory, { OSTENDO_TRUSTED_PROXIES: 'loopback' })]);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  const open = () => openPage(browser);
  async function signIn(page: Page): Promise<void> {
    await page.goto(`${server.address}/sign-in`, { waitUntil: 'networkidle' });
    await page.getByLabel('E-mail').fill(demoSignIn.email);
    await page.locator('input[type=password]').fill(password);
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  }
  /** The newest letter about something, once it is there: letters are handed over beside what wants them. */
  const newestMail = async (page: Page, about: string): Promise<string> => {
    const shown = `${server.address}/api/stand-ins/view?mail=${encodeURIComponent(about)}`;
    for (let tries = 0; tries < 100; tries++, await pause(200)) {
      const { mail } = (await (await page.request.get(shown)).json()) as { mail: { seq: number }[] };
      if (mail.length === 0) continue;
      const read = await page.request.get(`${server.address}/api/stand-ins/mail/${mail[0]!.seq}`);
      return ((await read.json()) as { text: string }).text;
    }
    throw new Error(`no letter about ${about} has come`);
  };

  it('a second factor is set up, asked for at sign-in, and before money is led elsewhere', async () => {
    const { page, faults } = await open();
    await signIn(page);
    await page.waitForURL(/today/);
    await page.goto(`${server.address}/set-up/door`, { waitUntil: 'networkidle' });
    await page.getByLabel('Your password, to begin').fill(password);
    await page.getByRole('button', { name: 'Set it up' }).click();
    await page.getByText('Keep these recovery codes').waitFor();
    await expectAccessible(page);
    const secret = await page.locator('p', { hasText: /^[A-Z2-7]{32,}$/ }).textContent();
    const uri = `otpauth://totp/x?secret=${secret}`;
    await page.getByLabel('The six digits that it shows now').fill(totpOf(uri));
    await page.getByRole('button', { name: 'Put it in force' }).click();
    await page.getByText('In force', { exact: true }).waitFor();

    const other = await open();
    await signIn(other.page);
    await other.page.getByLabel('Code, or one of your recovery codes').fill('000000');
    await other.page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await other.page.getByText('This code is not right').waitFor();
    await expectAccessible(other.page);
    // The code that put it in force is used up; the next is right half a minute early.
    await other.page.getByLabel('Code, or one of your recovery codes').fill(totpOf(uri, Date.now() + 30_000));
    await other.page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await other.page.waitForURL(/today/);

    // Both sessions are listed; the other one is ended from here, and its next step leads to the door.
    await page.reload({ waitUntil: 'networkidle' });
    const endOthers = page.getByRole('button', { name: 'End all others' });
    await endOthers.click();
    // It goes with the others; "this one" stands there before.
    await endOthers.waitFor({ state: 'detached' });
    await page.getByText('this one').waitFor();
    await other.page.goto(`${server.address}/today`);
    await other.page.waitForURL(/sign-in/);

    await page.getByLabel('Your password, to end it').fill(password);
    await page.getByRole('button', { name: 'End it' }).click();
    await page.getByText('Not in force').waitFor();
    expect([...faults, ...other.faults]).to.deep.equal([]);
  });

  it('a forgotten password is replaced through the letter, and the old one opens nothing', async () => {
    const { page, faults } = await open();
    await page.goto(`${server.address}/sign-in`, { waitUntil: 'networkidle' });
    await page.getByRole('button', { name: 'Forgotten your password?' }).click();
    await page.getByLabel('E-mail').fill(demoSignIn.email);
    await page.getByRole('button', { name: 'Send the link' }).click();
    await page.getByText('Look into your mail').waitFor();
    await expectAccessible(page);
    const owner = await open();
    await owner.context.request.post(`${server.address}/api/demo/sign-in`, { data: {} });
    const link = /http\S+new-password#\S+/.exec(await newestMail(owner.page, 'new password'))![0];
    await page.goto(link, { waitUntil: 'networkidle' });
    expect(page.url(), 'the token does not stay in the address').to.equal(`${server.address}/new-password`);
    await page.locator('input[type=password]').fill('password123');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByText('among the first that are tried').waitFor();
    await page.locator('input[type=password]').fill('seven herons on the weir');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.getByText('That is your password now').waitFor();
    await signIn(page);
    await page.getByText('do not belong together').waitFor();
    password = 'seven herons on the weir';
    await signIn(page);
    await page.waitForURL(/today/);
    expect(faults).to.deep.equal([]);
  });

  it('a link made on the machine signs in while the server runs', async () => {
    const { port } = new URL(server.address);
    const linkFor = (email: string) =>
      spawnSync('npx', ['tsx', 'src/cli/main.ts', 'sign-in-link', email], {
        env: { ...process.env, OSTENDO_DATA: directory, OSTENDO_URL: server.address, PORT: port },
        encoding: 'utf8',
      });
    const nobody = linkFor('nobody@example.com');
    expect([nobody.status, nobody.stdout]).to.deep.equal([2, '']);
    expect(nobody.stderr).to.include('"code":"nobody"');
    const printed = linkFor(demoSignIn.email).stdout;
    const { page, faults } = await open();
    await page.goto(printed.trim(), { waitUntil: 'networkidle' });
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await page.getByRole('heading', { name: 'Sign-in and safety' }).waitFor();
    const again = await open();
    await again.page.goto(printed.trim(), { waitUntil: 'networkidle' });
    await again.page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await again.page.getByText('This link was used').waitFor();
    expect(faults).to.deep.equal([]);
  });

  it('wrong passwords are counted by network, whatever the request says, and by account over many networks', async () => {
    const attempt = (address: string, more: Record<string, string> = {}) =>
      fetch(`${server.address}/api/auth/sign-in/email`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: server.address, 'x-forwarded-for': address, ...more },
        body: JSON.stringify({ email: demoSignIn.email, password: 'not the password' }),
      }).then(({ status }) => status);
    const spread: number[] = [];
    for (let index = 0; index < 14; index++) spread.push(await attempt(`198.51.100.${index}`));
    // One try of the journey before counts as well.
    expect(spread.filter((status) => status === 401).length).to.be.within(9, 10);
    expect(spread.slice(-4)).to.deep.equal([429, 429, 429, 429]);
    expect(await attempt('203.0.113.1', { 'x-real-ip': '1.2.3.4', forwarded: 'for=5.6.7.8' })).to.equal(429);
    // A device that signed in before is not locked out by them.
    const { page } = await open();
    await page.context().addCookies([]);
    const direct = await fetch(`${server.address}/api/auth/sign-in/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: server.address, 'x-forwarded-for': '192.0.2.1' },
      body: JSON.stringify({ email: demoSignIn.email, password }),
    });
    expect(direct.status, 'a strange device').to.equal(429);
  });

  it('the owner stops bookings by clients with one switch, and the page says so', async () => {
    const { page, context, faults } = await open();
    await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} });
    const cookie = await page.context().cookies();
    if (!cookie.some(({ name }) => name.includes('session_token'))) {
      const printed = execFileSync('npx', ['tsx', 'src/cli/main.ts', 'sign-in-link', demoSignIn.email], {
        env: { ...process.env, OSTENDO_DATA: directory, OSTENDO_URL: server.address },
        encoding: 'utf8',
      });
      await page.goto(printed.trim(), { waitUntil: 'networkidle' });
      await page.getByRole('button', { name: 'Sign in', exact: true }).click();
      await page.getByRole('heading', { name: 'Sign-in and safety' }).waitFor();
    }
    await page.goto(`${server.address}/set-up/booking-page`, { waitUntil: 'networkidle' });
    await page.getByRole('switch', { name: /Clients can book/ }).click();
    await page.getByText('Clients cannot book by themselves: you have stopped it.').waitFor();
    await expectAccessible(page);
    const client = await open();
    await client.page.goto(`${server.address}/book`, { waitUntil: 'networkidle' });
    await client.page.getByText('Booking here is closed for the moment').waitFor();
    await page.getByRole('switch', { name: /Clients can book/ }).click();
    await page.getByText('Clients cannot book by themselves: you have stopped it.').waitFor({ state: 'detached' });
    await client.page.reload({ waitUntil: 'networkidle' });
    await client.page.getByText('What would you like to book?').waitFor();
    expect([...faults, ...client.faults]).to.deep.equal([]);
  });
});
