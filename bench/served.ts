import { type ChildProcess, spawn } from 'node:child_process';
import { type Browser, chromium, type Page } from 'playwright-core';
import { installedDirectory } from '../e2e/installed';

export type ServedPage = {
  readonly page: Page;
  readonly browser: Browser;
  readonly address: string;
  readonly pid: number;
};

/** Where the application finds its data: a directory, or a database with the secret that goes with it. */
export type Data =
  { readonly OSTENDO_DATA: string } | { readonly DATABASE_URL: string; readonly OSTENDO_SECRET: string };

/** The built application over its data, well and answering; its address and its process. */
export async function withServer<T>(
  port: number,
  data: Data,
  work: (served: Pick<ServedPage, 'address' | 'pid'>) => Promise<T>,
): Promise<T> {
  const address = `http://127.0.0.1:${port}`;
  const child: ChildProcess = spawn(process.execPath, ['dist/server/main.mjs'], {
    env: { ...process.env, NODE_ENV: 'production', PORT: String(port), OSTENDO_DEMO: '1', ...data },
    stdio: 'ignore',
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  try {
    while (!(await fetch(`${address}/healthz`).catch(() => null))?.ok)
      await new Promise((resolve) => setTimeout(resolve, 10));
    return await work({ address, pid: child.pid! });
  } finally {
    child.kill();
    await ended;
  }
}

const installed = async (): Promise<Data> => ({ OSTENDO_DATA: await installedDirectory() });

/** The built application, with the business and nothing else where no data are given, and a page of its owner's. */
export const withPage = async <T>(
  port: number,
  work: (served: ServedPage) => Promise<T>,
  data: () => Promise<Data> = installed,
): Promise<T> =>
  withServer(port, await data(), async ({ address, pid }) => {
    const browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: ['--headless', '--no-sandbox', '--disable-gpu'],
    });
    try {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      await context.request.post(`${address}/api/demo/sign-in`, { data: {} });
      const page = await context.newPage();
      // The compiler names functions with a helper that the page does not have.
      await page.addInitScript('globalThis.__name = (value) => value');
      return await work({ page, browser, address, pid });
    } finally {
      await browser.close();
    }
  });

/**
 * Runs in the page: the time of an input event with everything that React draws in it, layout forced, against one that
 * changes nothing.
 */
export async function timeOfKeystrokes({ selector, texts }: { selector: string; texts: readonly string[] }) {
  const input = document.querySelector<HTMLInputElement>(selector)!;
  const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!;
  const frame = (): Promise<void> => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
  const once = async (value: string): Promise<number> => {
    await frame();
    const start = performance.now();
    setValue.call(input, value);
    input.dispatchEvent(new Event('input', { bubbles: true }));
    void document.body.offsetHeight;
    return performance.now() - start;
  };
  const middle = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
  const ours: number[] = [];
  const floor: number[] = [];
  for (let round = 0; round < 60; round++) {
    const before = performance.now();
    input.dispatchEvent(new Event('select', { bubbles: true }));
    void document.body.offsetHeight;
    floor.push(performance.now() - before);
    ours.push(await once(texts[round % texts.length]!));
  }
  return { ours: middle(ours), floor: Math.max(0.01, middle(floor)) };
}
