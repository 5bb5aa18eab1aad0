import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { composing } from './quotes';
import { say } from './measure';
import { withPage, withServer } from './served';

/** The demo's data, copied: what is measured writes into it. */
async function demoCopy(): Promise<string> {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-bench-'));
  cpSync('.demo-shots', directory, { recursive: true });
  rmSync(join(directory, 'owner.lock'), { force: true });
  return directory;
}

/** Until the process says that it is well; until a bare process has asked the same directory something. Both end as they should. */
async function start(): Promise<void> {
  const directory = await demoCopy();
  const rounds = 3;
  let ours = 0;
  let floor = 0;
  for (let round = 0; round < rounds; round++) {
    const from = performance.now();
    await withServer(4394, { OSTENDO_DATA: directory }, async () => (ours += performance.now() - from));
    rmSync(join(directory, 'owner.lock'), { force: true });
    const before = performance.now();
    const code = `import { PGlite } from '@electric-sql/pglite'; const db = await PGlite.create(${JSON.stringify(join(directory, 'postgres'))}); await db.query('select 1'); console.log('open'); await db.close(); process.exit(0)`;
    const bare = spawn(process.execPath, ['--input-type=module', '-e', code], { stdio: ['ignore', 'pipe', 'ignore'] });
    bare.stdout.once('data', () => (floor += performance.now() - before));
    // Left open, it would have our next start recover what it wrote.
    await once(bare, 'exit');
  }
  rmSync(directory, { recursive: true });
  say(
    'Start to healthy',
    `${Math.round(ours / rounds)} ms, ${(ours / floor).toFixed(1)} times a process that opens the same data (${Math.round(floor / rounds)} ms; goal 2)`,
  );
}

const paths = [
  '/today',
  '/bookings',
  '/bookings/lanes',
  '/calendar',
  '/close-out',
  '/bookings/new',
  '/quotes',
  '/journal',
];

/** What the owner's pages come to on a slow phone: a processor four times slower, 1.6 Mbit/s, 150 ms to and fro. */
const onPhone = (): Promise<void> =>
  withPage(
    4395,
    async ({ browser, page, address }) => {
      const storageState = await page.context().storageState();
      for (const path of [paths[0]!, ...paths]) {
        const context = await browser.newContext({ viewport: { width: 390, height: 844 }, storageState });
        const phone = await context.newPage();
        const line = await context.newCDPSession(phone);
        await line.send('Network.enable');
        const down = 1.6e6 / 8;
        const condition = { offline: false, latency: 150, downloadThroughput: down, uploadThroughput: down / 2 };
        await line.send('Network.emulateNetworkConditions', condition);
        await line.send('Emulation.setCPUThrottlingRate', { rate: 4 });
        const scripts = new Set<string>();
        let bytes = 0;
        line.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && scripts.add(requestId));
        line.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
          if (scripts.has(requestId)) bytes += encodedDataLength;
        });
        const from = performance.now();
        await phone.goto(address + path, { waitUntil: 'load' });
        await phone.waitForFunction(() => !document.querySelector('astro-island[ssr]'), null, { timeout: 60_000 });
        const live = performance.now() - from;
        const drawn = await phone.evaluate(
          () =>
            new Promise<number>((resolve) =>
              new PerformanceObserver((seen) => resolve(seen.getEntries().at(-1)!.startTime)).observe({
                type: 'largest-contentful-paint',
                buffered: true,
              }),
            ),
        );
        await context.close();
        say(
          `${path} on a slow phone`,
          `drawn ${Math.round(drawn)} ms (goal 2500), answers ${Math.round(live)} ms, scripts ${Math.round(bytes / 1000)} kB`,
        );
      }
    },
    async () => ({ OSTENDO_DATA: await demoCopy() }),
  );

await start();
await onPhone();
await composing();
process.exit(0);
