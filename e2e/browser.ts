import { AxeBuilder } from '@axe-core/playwright';
import { expect } from 'chai';
import { type Browser, type BrowserContext, chromium, type Page } from 'playwright-core';

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
  page.on('pageerror', (error) => faults.push(error.message));
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
