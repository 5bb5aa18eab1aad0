import { testNumber } from '#world/cardNetwork/testCards';
import { expect } from 'chai';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser } from 'playwright-core';
import { expectAccessible, launch, openPage } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';
import { allRoutes } from '../testing/fuzz/routes';

/** What is closed stays closed, and says so clearly without giving anything away. */
describe('doors', () => {
  let browser: Browser;
  let server: Served;
  before(async () => {
    [browser, server] = await Promise.all([launch(), installedDirectory().then((directory) => serve(directory))]);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });

  it('without signing in, every view and endpoint of the owner is closed', async () => {
    const views = ['/today', '/bookings', '/bookings/B-0001', '/close-out', '/stand-ins', '/quotes', '/quotes/Q-0001'];
    const more = ['/quotes/Q-0001/agreement.pdf', '/quote-templates', '/agreements/rental', '/messages', '/set-up'];
    for (const path of [...views, ...more]) {
      const response = await fetch(server.address + path, { redirect: 'manual' });
      expect(response.status, path).to.equal(302);
      expect(response.headers.get('location'), path).to.include('/sign-in');
    }
    for (const path of ['/api/today', '/api/booking/B-0001', '/api/stand-ins/view', '/api/quotes', '/api/messages'])
      expect((await fetch(server.address + path)).status, path).to.equal(401);
    // A new page or endpoint is closed until it is named here.
    const opened = new Set([
      '/',
      '/404',
      '/500',
      '/book',
      '/enter',
      '/first-start',
      '/healthz',
      '/livez',
      '/readyz',
      // Closed without a key: tried below.
      '/metrics',
      '/api/backup',
      '/new-password',
      '/sign-in',
    ]);
    const forClients =
      /^\/(b|q|r|f|book|stand-in\/(answer|bank|card|tokens))\/|^\/stand-in\/(answer|card|tokens)$|^\/api\/client\//;
    for (const { path, methods } of allRoutes()) {
      if (opened.has(path) || forClients.test(path)) continue;
      if (/^\/api\/(auth\/|events\/|demo\/|door\/(forgot|new-password|enter|signs-in)$|first-start$)/.test(path))
        continue;
      for (const method of methods) {
        const address = server.address + path.replace(/\[.*?\]/g, 'x');
        const { status } = await fetch(address, { method, redirect: 'manual' });
        expect(status, `${method} ${path}`).to.equal(path.startsWith('/api/') ? 401 : 302);
      }
    }
    const signUp = await fetch(`${server.address}/api/auth/sign-up/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Mallory', email: 'mallory@example.com', password: 'let me in please' }),
    });
    expect(signUp.status, 'nobody signs up').to.equal(404);
  });

  it('figures and backups are for those who bring a key, and health tells strangers one word', async () => {
    const bearer = { authorization: `Bearer ${'x'.repeat(43)}`, 'content-type': 'application/json' };
    for (const headers of [{}, bearer]) {
      expect((await fetch(`${server.address}/metrics`, { headers })).status).to.equal(404);
      const body = JSON.stringify({ passphrase: 'nine quiet herons at dusk' });
      expect((await fetch(`${server.address}/api/backup`, { method: 'POST', headers, body })).status).to.equal(404);
      for (const path of ['/livez', '/readyz', '/healthz'])
        expect(await (await fetch(server.address + path, { headers })).json(), path).to.deep.equal({ status: 'ok' });
    }
  });

  it('links and files that are guessed open nothing, and nobody uploads without signing in', async () => {
    const guess = 'x'.repeat(43);
    for (const path of [
      `/q/${guess}`,
      `/q/${guess}/agreement.pdf`,
      `/b/${guess}/agreement.pdf`,
      `/b/${guess}/calendar.ics`,
    ])
      expect((await fetch(server.address + path)).status, path).to.equal(404);
    expect((await fetch(`${server.address}/f/${guess}`)).status).to.equal(404);
    const up = await fetch(`${server.address}/api/files`, { method: 'POST', body: 'x' });
    expect(up.status).to.equal(401);
    const token = await fetch(`${server.address}/stand-in/tokens`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'sec-fetch-site': 'same-origin' },
      body: JSON.stringify({ number: testNumber('approves'), account: 'nobody' }),
    });
    expect([token.status, ((await token.json()) as { code: string }).code]).to.deep.equal([404, 'account_unknown']);
    expect((await fetch(`${server.address}/stand-in/card?account=nobody`)).status).to.equal(404);
    const view = await fetch(`${server.address}/api/client/quote/view/${guess}`);
    expect(view.status).to.equal(404);
  });

  it('an upload is held to its limit and its kind, and a picture runs nothing', async () => {
    const { context } = await openPage(browser);
    await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} });
    const upload = (data: Buffer, type = 'image/png') =>
      context.request.post(`${server.address}/api/files?for=picture`, {
        headers: { 'content-type': type, 'x-file-name': '%E0%A4%A' },
        data,
      });
    const large = await upload(Buffer.alloc(8_000_001));
    expect([large.status(), ((await large.json()) as { code: string }).code]).to.deep.equal([409, 'file_too_large']);
    const page = await upload(Buffer.from('<html><script>alert(1)</script></html>'));
    expect(((await page.json()) as { code: string }).code).to.equal('file_kind');
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>`;
    const { id } = (await (await upload(Buffer.from(svg), 'image/svg+xml')).json()) as { id: string };
    const shown = await fetch(`${server.address}/f/${id}`);
    expect(shown.headers.get('content-type')).to.equal('image/webp');
    expect(shown.headers.get('x-content-type-options')).to.equal('nosniff');
    await context.close();
  });

  it('another site’s request changes nothing', async () => {
    const response = await fetch(`${server.address}/api/client/abandon`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: 'https://elsewhere.example.com' },
      body: '{}',
    });
    expect(response.status).to.equal(403);
  });

  it('bad input has a stable code and a path', async () => {
    const post = async (body: string) =>
      (
        await fetch(`${server.address}/api/client/pay`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body,
        })
      ).json();
    expect(await post('{"link":')).to.include({ status: 400, code: 'unreadable' });
    expect(await post('{"link":"x"}')).to.include({ status: 422, code: 'invalid_input', path: 'link' });
  });

  it('every page has a strict policy, and scripts run without unsafe-inline', async () => {
    const response = await fetch(`${server.address}/sign-in`);
    const scripts = /script-src ([^;]+)/.exec(response.headers.get('content-security-policy')!)![1]!;
    expect(scripts).to.include("'self'").and.not.to.include('unsafe');
    expect(response.headers.get('x-content-type-options')).to.equal('nosniff');
  });

  it('a wrong link is a clear page', async () => {
    const { page, context } = await openPage(browser, { viewport: { width: 390, height: 844 } });
    const response = await page.goto(`${server.address}/b/${'x'.repeat(43)}`);
    expect(response!.status()).to.equal(404);
    await page.getByRole('heading', { name: 'This link opens nothing' }).waitFor();
    await expectAccessible(page);
    await context.close();
  });

  it('a wrong password says no more than that, and many are slowed down', async () => {
    const { page, context } = await openPage(browser);
    await page.goto(`${server.address}/sign-in`, { waitUntil: 'networkidle' });
    await page.getByLabel('E-mail').fill('lena@vesper.example.com');
    await page.locator('input[type=password]').fill('a wrong password');
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await page.getByText('do not belong together').waitFor();
    for (let tries = 0; tries < 12; tries++) {
      await page.getByRole('button', { name: 'Sign in', exact: true }).click();
      await page.getByRole('alert').waitFor();
    }
    await page.getByText('Too many tries').waitFor();
    expect(await page.getByLabel('E-mail').inputValue()).to.equal('lena@vesper.example.com');
    await context.close();
  });
});

describe('the first start', () => {
  it('asks for the business and its owner once, with a message at each field', async () => {
    const server = await serve(mkdtempSync(join(tmpdir(), 'ostendo-first-')), { OSTENDO_DEMO: '0' });
    const browser = await launch();
    const { page, faults } = await openPage(browser);
    await page.goto(`${server.address}/`, { waitUntil: 'networkidle' });
    const printed = /type the code (\S+)/.exec(server.log())![1]!;
    await page.getByLabel('Code').fill('WRNG-CODE');
    await page.getByLabel('Name of the business').fill('Vesper Hollow');
    await page.getByLabel('Your name').fill('Lena Varga');
    await page.getByLabel('Your e-mail').fill('lena@vesper.example.com');
    await page.locator('input[type=password]').fill('short');
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByText('at least 10 characters', { exact: true }).waitFor();
    await expectAccessible(page);
    await page.locator('input[type=password]').fill('under dark skies');
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByText('This is not the code that the server printed.').waitFor();
    await page.getByLabel('Code').fill(printed.toLowerCase());
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.getByRole('heading', { name: 'Begin', exact: true }).waitFor();
    const again = await page.request.get(`${server.address}/first-start`, { maxRedirects: 0 });
    expect(again.status()).to.equal(302);
    // A production installation: nothing of the stand-ins is there before a test account is connected.
    const closedThere = async () =>
      Promise.all(
        ['/stand-ins', '/stand-in/reader', '/api/stand-ins/view'].map(async (path) =>
          (await page.request.get(server.address + path, { maxRedirects: 0 })).status(),
        ),
      );
    expect(await closedThere()).to.deep.equal([404, 404, 404]);
    expect(await page.getByRole('link', { name: 'Stand-ins' }).count()).to.equal(0);
    await page.goto(`${server.address}/set-up/ways`, { waitUntil: 'networkidle' });
    await page.getByRole('button', { name: 'Connect an account' }).click();
    expect(await page.getByText('Live', { exact: true }).count(), 'no money goes through a stand-in').to.equal(0);
    await page.getByRole('button', { name: /^Go on to/ }).click();
    await page.getByRole('button', { name: 'Allow' }).click();
    await page.waitForURL(/connection=connected/);
    expect(await closedThere()).to.deep.equal([200, 200, 200]);
    expect(faults).to.deep.equal([]);
    await browser.close();
    await server.stop();
  });
});
