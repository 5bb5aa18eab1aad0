import { expect } from 'chai';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Locator, Page } from 'playwright-core';
import { testNumber } from '#world/cardNetwork/testCards';
import { expectAccessible, launch, openPage } from './browser';
import { serve, type Served } from './server';

/** At most so many clicks, chords and fields from the first page to a secured booking. */
const mostInteractions = 40;

describe('the first hour', () => {
  let server: Served;
  let browser: Browser;
  let page: Page;
  let faults: string[];
  let interactions = 0;
  before(async () => {
    server = await serve(mkdtempSync(join(tmpdir(), 'ostendo-hour-')), { OSTENDO_DEMO: '0' });
    browser = await launch();
    ({ page, faults } = await openPage(browser, { timezoneId: 'Europe/Lisbon' }));
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults).to.deep.equal([]));

  const fill = async (field: Locator, text: string): Promise<void> => {
    interactions++;
    await field.fill(text);
  };
  const click = async (button: Locator): Promise<void> => {
    interactions++;
    await button.click();
  };
  const button = (name: string | RegExp) => page.getByRole('button', { name });
  const phone = () => page.frameLocator('iframe[title="Your booking page, on a phone"]');

  it('goes from the first page to what can be booked and paid', async () => {
    await page.goto(`${server.address}/`, { waitUntil: 'networkidle' });
    await fill(page.getByLabel('Code'), /type the code (\S+)/.exec(server.log())![1]!);
    await fill(page.getByLabel('Name of the business'), 'Vesper Hollow');
    await fill(page.getByLabel('Your name'), 'Lena Varga');
    await fill(page.getByLabel('Your e-mail'), 'lena@vesper.example.com');
    await fill(page.locator('input[type=password]'), 'under dark skies');
    await click(button('Begin'));
    await page.getByRole('heading', { name: 'Begin', exact: true }).waitFor();
    await phone().getByText('Nothing can be booked here yet').waitFor();
    await expectAccessible(page);
    await click(button('Make it, and go on'));
    await page.getByText('a name, as your clients read it').waitFor();
    await page.getByText('a price above zero').waitFor();
    await fill(page.getByLabel('What it is called'), 'First-night lesson');
    await fill(page.getByLabel(/^Price, EUR/), '90');
    await click(button('Make it, and go on'));
    await phone().getByText('First-night lesson').waitFor();
    await page.getByRole('radio', { name: /A deposit, the rest on the day/ }).waitFor();
    await expectAccessible(page);
    await click(page.getByRole('radio', { name: /A deposit, the rest on the day/ }));
    await click(button('Take these, and go on'));
    await click(button('Use a test account for cards'));
    await page.getByText('in test mode').waitFor();
    await expectAccessible(page);
    await click(button('Go on'));
    await page.getByLabel('A line on what you do').waitFor();
    await expectAccessible(page);
    await click(button('Keep, and go on'));
    await page.getByRole('heading', { name: 'Try it' }).waitFor();
    await expectAccessible(page);
  });

  it('is tried on a phone, through the real checkout, to a booking that is secured', async () => {
    await click(phone().getByRole('button', { name: /First-night lesson/ }));
    // This month may be all but over: the next one always has days that are free.
    await click(phone().getByRole('button', { name: 'Month after' }));
    const days = phone().getByRole('group', { name: 'Days on which it is free' });
    await days.and(phone().locator('[aria-busy=false]')).waitFor();
    await click(days.locator('table button:not([disabled])').first());
    await click(
      phone()
        .getByRole('button', { name: /^\d\d:\d\d/ })
        .first(),
    );
    await click(phone().getByRole('button', { name: 'Take it' }));
    expect(await phone().getByText('tax included').count(), 'who charges no tax reads of none').to.equal(0);
    await fill(phone().getByLabel('Your name'), 'Ines Valadar');
    await fill(phone().getByLabel('Your e-mail address'), 'ines@example.com');
    await click(phone().getByRole('button', { name: 'Book with obligation to pay' }));
    await click(phone().getByRole('button', { name: /^Pay € 18/ }));
    const card = phone().frameLocator('iframe[title^="Card details"]');
    let numbersSent = 0;
    page.on('request', (request) => (numbersSent += Number(request.url().includes('/stand-in/tokens'))));
    // Right check digit, and no stand-in's: it does not leave the page.
    await fill(card.getByLabel('Card number'), '1234 5678 9012 3452');
    await click(phone().getByRole('button', { name: /^Pay € 18/ }));
    await card
      .getByRole('button', { name: /^\d{4} / })
      .first()
      .waitFor(); // the list of good ones is open now
    expect(numbersSent).to.equal(0);
    await fill(card.getByLabel('Card number'), testNumber('approves'));
    await click(phone().getByRole('button', { name: /^Pay € 18/ }));
    await page.getByText('is here: secured').waitFor();
    console.log(`      ${interactions} interactions from the first page to a secured booking`);
    expect(interactions).to.be.lessThan(mostInteractions);
    await expectAccessible(page);
  });

  it('ends with clean books, after a copy of what was tried', async () => {
    const prove = page.getByRole('dialog').locator('input[type=password]');
    const old = page.getByText('Something has happened since the copy was made. Copy it again.');
    // A letter may go out between the copy and the press: it is copied again then, as the page says.
    for (let tries = 0; tries < 5; tries++) {
      const download = page.waitForEvent('download');
      await button('Copy what was tried').click();
      const copy = JSON.parse(readFileSync(await (await download).path(), 'utf8')) as { bookings: unknown[] };
      expect(copy.bookings).to.have.length(1);
      await button('Remove what was tried').click();
      await page.getByText('The books are clean.').or(prove).or(old).first().waitFor();
      if (!(await old.isVisible())) break;
    }
    if (await prove.isVisible()) {
      await prove.fill('under dark skies');
      await page.keyboard.press('Enter');
    }
    await page.getByText('The books are clean.').waitFor();
    await page.goto(`${server.address}/today`, { waitUntil: 'networkidle' });
    await page.getByRole('region', { name: 'Still to begin' }).getByRole('link', { name: 'Try it' }).waitFor();
    await button('Send this list away').click();
    await page.getByRole('region', { name: 'Still to begin' }).waitFor({ state: 'detached' });
    await page.goto(`${server.address}/bookings`, { waitUntil: 'networkidle' });
    await page.getByText('There is no booking yet.').waitFor();
    await expectAccessible(page);
  });
});
