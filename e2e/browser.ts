import { AxeBuilder } from '@axe-core/playwright';
import { expect } from 'chai';
import {
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  chromium,
  type FrameLocator,
  type Page,
} from 'playwright-core';

export const launch = (): Promise<Browser> =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });

/** A page whose errors fail the test that made it. */
export async function openPage(
  browser: Browser,
  options: Parameters<Browser['newContext']>[0] = {},
): Promise<{ page: Page; context: BrowserContext; faults: string[] }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', ...options });
  const page = await context.newPage();
  page.setDefaultTimeout(30_000);
  const faults: string[] = [];
  // A part of a page that was still being fetched when the page was left: nobody sees that it did not come.
  const left = new Set<string>();
  page.on('requestfailed', (request) => {
    if (request.failure()?.errorText === 'net::ERR_ABORTED') left.add(request.url());
  });
  page.on('pageerror', ({ message }) => {
    const part = /dynamically imported module: (\S+)/.exec(message)?.[1];
    if (part === undefined || !left.has(part)) faults.push(message);
  });
  page.on('console', (message) => {
    // A refused request is an answer that the page handles; the browser prints it all the same.
    if (message.type() === 'error' && !message.text().includes('Failed to load resource')) faults.push(message.text());
  });
  return { page, context, faults };
}

/** WCAG 2.2 A and AA, as far as a machine can tell. */
export async function expectAccessible(page: Page): Promise<void> {
  // What a bar that stays in view covers for the moment is no fault of what is covered.
  await page.evaluate(() => scrollTo(0, 0));
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .exclude('iframe')
    .analyze();
  const found = violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .slice(0, 3)
        .map((node) => `${node.target.join(' ')} ${node.failureSummary ?? ''}`)
        .join(' | ')}`,
  );
  expect(found, `on ${page.url()}`).to.deep.equal([]);
}

/** The list of made-up cards or accounts under a number; it is open already where one was not understood. */
export const openStandIns = (frame: FrameLocator): Promise<void> =>
  frame.locator('details').evaluate((details: HTMLDetailsElement) => {
    details.open = true;
  });

/** A client's page on a device that is new to it: the code comes by message, which the owner's stand-in mailbox shows. */
export async function openAsClient(client: Page, address: string, owner: APIRequestContext): Promise<void> {
  await client.goto(address, { waitUntil: 'networkidle' });
  const ask = client.getByRole('button', { name: 'Send me a code' });
  if (!(await ask.isVisible())) return;
  const { origin } = new URL(address);
  const newest = async (): Promise<string | undefined> => {
    const view = await owner.get(`${origin}/api/stand-ins/view?mail=your+code`);
    const { mail } = (await view.json()) as { mail: { subject: string }[] };
    return mail[0]?.subject;
  };
  const before = await newest();
  await ask.click();
  const field = client.getByLabel(/^The code that we sent/);
  await field.waitFor();
  // The letter is handed over by itself, a moment after it was written.
  let subject = await newest();
  for (; subject === before; subject = await newest()) await client.waitForTimeout(50);
  await field.fill(/(\d{6})$/.exec(subject!)![1]!);
  await client.getByRole('button', { name: 'Open my booking' }).click();
  await field.waitFor({ state: 'detached' });
  await client.waitForLoadState('networkidle');
}
