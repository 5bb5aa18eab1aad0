import type { Page } from 'playwright-core';
import { gzipSync } from 'node:zlib';
import { median } from '../measure';
import { type Data, type ServedPage, withPage } from '../served';

const listed = [
  '/today',
  '/bookings',
  '/bookings?stage=all&sort=total',
  '/bookings/calendar',
  '/bookings/lanes',
  '/bookings/new',
  '/close-out',
  '/clients',
  '/quotes',
  '/credit',
  '/disputes',
  '/invoices',
  '/messages',
  '/failures',
  '/journal',
  '/journal/balances',
  '/journal/payouts',
  '/journal/till',
  '/journal/reports',
  '/services',
  '/terms',
] as const;

/** Milliseconds until the server's whole answer is there, until it is drawn, and until it answers to a hand. */
export type PageTimes = { readonly answered: number; readonly drawn: number; readonly live: number };

/** A page beside the same one of a business that has no booking. */
export type PageBeside = { readonly rows: PageTimes; readonly none: PageTimes; readonly kilobytes: number };

const rounds = 9;

/** What a page that does not come to life has said, and what it still waits for. */
function toldBy(page: Page): () => string {
  const said: string[] = [];
  const open = new Set<string>();
  page.on('console', (line) => void said.push(line.text()));
  page.on('pageerror', ({ message }) => void said.push(message));
  page.on('request', (request) => void open.add(request.url()));
  page.on('requestfinished', (request) => void open.delete(request.url()));
  page.on('requestfailed', (request) => void said.push(`${request.url()}: ${request.failure()?.errorText}`));
  return () => [...said, ...[...open].map((url) => `no answer yet: ${url}`)].join('; ') || 'it says nothing';
}

async function drawnIn(page: Page, address: string): Promise<Omit<PageTimes, 'answered'>> {
  const told = toldBy(page);
  await page.goto(address, { waitUntil: 'load' });
  await page
    // Not by frames: a browser that draws none for a while says nothing of the page.
    .waitForFunction(() => !document.querySelector('astro-island[ssr]'), null, { polling: 20 })
    .catch((cause: unknown) => {
      throw new Error(`nothing answers at ${address}: ${told()}`, { cause });
    });
  return page.evaluate(
    () =>
      new Promise((resolve) => {
        const live = performance.now();
        new PerformanceObserver((seen) => resolve({ drawn: seen.getEntries().at(-1)!.startTime, live })).observe({
          type: 'largest-contentful-paint',
          buffered: true,
        });
      }),
  );
}

type Looked = PageTimes & { readonly text: string };

async function looked({ page: first, address }: ServedPage, path: string): Promise<Looked> {
  const context = first.context();
  const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  const from = performance.now();
  const answer = await fetch(address + path, { headers: { cookie } });
  if (!answer.ok) throw new Error(`${path} answers ${answer.status}`);
  const text = await answer.text();
  const answered = performance.now() - from;
  const page = await context.newPage();
  const { drawn, live } = await drawnIn(page, address + path);
  await page.close();
  return { answered, drawn, live, text };
}

const middle = (all: readonly PageTimes[]): PageTimes => ({
  answered: median(all.map((each) => each.answered)),
  drawn: median(all.map((each) => each.drawn)),
  live: median(all.map((each) => each.live)),
});

/** The owner's pages as a browser on the same machine has them, from two processes in turns: a machine slows both alike. */
export const pagesBeside = (
  withRows: Data,
  without: Data,
  paths: readonly string[] = listed,
): Promise<Map<string, PageBeside>> =>
  withPage(
    4391,
    (ours) =>
      withPage(
        4392,
        async (bare) => {
          const pages = new Map<string, PageBeside>();
          for (const path of paths) {
            const rows: Looked[] = [];
            const none: Looked[] = [];
            for (let round = 0; round <= rounds; round++) {
              rows.push(await looked(ours, path));
              none.push(await looked(bare, path));
            }
            // The first of each finds nothing compiled.
            const kilobytes = gzipSync(rows[0]!.text).length / 1024;
            pages.set(path, { rows: middle(rows.slice(1)), none: middle(none.slice(1)), kilobytes });
          }
          return pages;
        },
        () => Promise.resolve(without),
      ),
    () => Promise.resolve(withRows),
  );
