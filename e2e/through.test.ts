import { expect } from 'chai';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { eventually } from '../testing/eventually';
import { rentalAsked } from './client';
import { expectAccessible, launch, openPage } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

/** The mail server is told to refuse, under Stand-ins; what did not get through is found from Today, given up and tried. */
describe('journey: what does not get through', () => {
  let browser: Browser;
  let server: Served;
  let owner: Page;
  let context: BrowserContext;
  let faults: string[];

  before(async () => {
    [browser, server] = await Promise.all([launch(), serve(await installedDirectory())]);
    ({ page: owner, context, faults } = await openPage(browser));
    expect((await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} })).ok()).to.equal(true);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults).to.deep.equal([]));

  const go = (path: string) => owner.goto(server.address + path, { waitUntil: 'networkidle' });
  const refusing = 'The mail server refuses addresses';

  it('everything gets through, and the page says so', async () => {
    await go('/failures');
    await owner.getByText('Everything gets through.').waitFor();
    await expectAccessible(owner);
  });

  it('the stand-ins are told to misbehave, and a letter is refused', async () => {
    await go('/stand-ins');
    await owner.getByLabel(refusing).selectOption('always');
    await owner.getByRole('button', { name: 'All well again' }).waitFor();
    await expectAccessible(owner);
    const made = await context.request.post(`${server.address}/api/bookings/create`, {
      data: rentalAsked(),
    });
    expect(made.ok()).to.equal(true);
  });

  it('Today counts it and leads there: why, how often, and what can be done', async () => {
    await go('/today');
    await owner.getByText('One thing does not get through.').waitFor();
    await owner.getByRole('alert').getByRole('link', { name: 'Look' }).click();
    await owner.getByRole('heading', { name: 'What does not get through' }).waitFor();
    const row = owner.getByRole('row').filter({ hasText: 'Ines Valadar' });
    await row.getByText('The mail server does not take the address.').waitFor();
    await row.getByText('not tried again by itself').waitFor();
    await expectAccessible(owner);
  });

  it('given up with a reason it stands below, by whom; nothing is given up without one', async () => {
    await owner.getByRole('button', { name: 'Give up…' }).click();
    const dialog = owner.getByRole('dialog');
    expect(await dialog.getByRole('button', { name: 'Give up', exact: true }).isDisabled()).to.equal(true);
    await dialog.getByLabel('Why').fill('Ines was told by telephone.');
    await expectAccessible(owner);
    await dialog.getByRole('button', { name: 'Give up', exact: true }).click();
    await owner.getByText('Everything gets through.').waitFor();
    await owner.getByText('“Ines was told by telephone.”').waitFor();
    await expectAccessible(owner);
    await go('/today');
    expect(await owner.getByText('does not get through').count()).to.equal(0);
  });

  it('all well again, it is tried after all, and goes out once', async () => {
    await go('/stand-ins');
    await owner.getByRole('button', { name: 'All well again' }).click();
    await owner.getByRole('button', { name: 'All well again' }).waitFor({ state: 'hidden' });
    await go('/failures');
    await owner.getByRole('button', { name: /^Try after all/ }).click();
    await owner.getByText('on its way now').waitFor();
    const mail = async (): Promise<number> => {
      const view = await context.request.get(`${server.address}/api/stand-ins/view?mail=ines@example.com`);
      return ((await view.json()) as { mail: unknown[] }).mail.length;
    };
    await eventually(async () => (await mail()) > 0);
    expect(await mail()).to.equal(1);
    await go('/failures');
    await owner.getByText('Everything gets through.').waitFor();
    expect(await owner.getByText('Given up').count()).to.equal(0);
  });
});
