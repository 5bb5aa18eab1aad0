import { gzipSync } from 'node:zlib';
import { median } from '../measure';
import { type Data, withPage } from '../served';

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
  '/not-through',
  '/journal',
  '/journal/balances',
  '/journal/payouts',
  '/journal/till',
  '/journal/reports',
  '/services',
  '/terms',
];

/** From the request to what is drawn and answers, and to the whole answer; kB as they go over the line. */
export type PageTimes = {
  readonly answered: number;
  readonly drawn: number;
  readonly live: number;
  readonly kilobytes: number;
};

const rounds = 9;

/** The owner's pages as a browser on the same machine has them. */
export const pagesOn = (data: Data, port: number, paths: readonly string[] = listed): Promise<Map<string, PageTimes>> =>
  withPage(
    port,
    async ({ page: first, address }) => {
      const context = first.context();
      const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
      const pages = new Map<string, PageTimes>();
      for (const path of paths) {
        const took = { answered: [] as number[], drawn: [] as number[], live: [] as number[] };
        let kilobytes = 0;
        for (let round = 0; round < rounds; round++) {
          const from = performance.now();
          const answer = await fetch(address + path, { headers: { cookie } });
          if (!answer.ok) throw new Error(`${path} answers ${answer.status}`);
          const text = await answer.text();
          took.answered.push(performance.now() - from);
          kilobytes = gzipSync(text).length / 1024;
          const page = await context.newPage();
          await page.goto(address + path, { waitUntil: 'load' });
          await page.waitForFunction(() => !document.querySelector('astro-island[ssr]'));
          const { drawn, live } = await page.evaluate(
            () =>
              new Promise<{ drawn: number; live: number }>((resolve) => {
                const now = performance.now();
                new PerformanceObserver((seen) =>
                  resolve({ drawn: seen.getEntries().at(-1)!.startTime, live: now }),
                ).observe({ type: 'largest-contentful-paint', buffered: true });
              }),
          );
          took.drawn.push(drawn);
          took.live.push(live);
          await page.close();
        }
        const { answered, drawn, live } = took;
        pages.set(path, { answered: median(answered), drawn: median(drawn), live: median(live), kilobytes });
      }
      return pages;
    },
    () => Promise.resolve(data),
  );
