import type { Decimal } from '#core/money/decimal';
import { starterTerms } from '#server/starter/starterTerms';
import { spawn } from 'node:child_process';
import { chromium } from 'playwright-core';
import { installedDirectory } from '../e2e/installed';
import { say } from './measure';

const address = 'http://127.0.0.1:4397';

/** From a keystroke in the terms editor to the redrawn example, with a plan of 24 instalments. */
export async function keystroke(): Promise<void> {
  const child = spawn(process.execPath, ['dist/server/entry.mjs'], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: '4397',
      OSTENDO_DATA: await installedDirectory(),
      OSTENDO_DEMO: '1',
    },
    stdio: 'ignore',
  });
  while (!(await fetch(`${address}/healthz`).catch(() => null))?.ok)
    await new Promise((resolve) => setTimeout(resolve, 50));
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-gpu'],
  });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.request.post(`${address}/api/demo/sign-in`, { data: {} });
    const instalments = Array.from({ length: 24 }, (_, index) => ({
      name: `part ${index + 1}`,
      collect: 'ask' as const,
      amount: index === 23 ? { share: 1 } : { percent: '4' as Decimal },
      due: { on: 'agreement' as const, plus: { days: index * 2 } },
    }));
    const rules = { ...starterTerms[1]!.rules, instalments };
    const made = await context.request.post(`${address}/api/do/publish-terms`, {
      data: { termsId: null, name: 'Twenty-four parts', baseVersion: 0, rules },
    });
    const { termsId } = (await made.json()) as { termsId: string };
    const page = await context.newPage();
    // The compiler names functions with a helper that the page does not have.
    await page.addInitScript('globalThis.__name = (value) => value');
    await page.goto(`${address}/terms/${termsId}`, { waitUntil: 'networkidle' });
    const took = await page.evaluate(measureInPage);
    say(
      'Keystroke to redrawn example, 24 instalments',
      `${took.ours.toFixed(1)} ms of work (a frame is 16.7), ${(took.ours / took.floor).toFixed(0)} times an input event that changes nothing (${took.floor.toFixed(2)} ms)`,
    );
  } finally {
    await browser.close();
    child.kill();
  }
}

/** Runs in the page: the time of the event with everything that React draws in it, layout forced. */
async function measureInPage(): Promise<{ ours: number; floor: number }> {
  const input = document.querySelector<HTMLInputElement>('input[aria-label="Amount of part 3"]')!;
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
    ours.push(await once(String(2 + (round % 3))));
  }
  return { ours: middle(ours), floor: Math.max(0.01, middle(floor)) };
}
