import type { Decimal } from '#core/money/decimal';
import { starterTerms } from '#server/seed/starterTerms';
import { say } from './measure';
import { timeOfKeystrokes, withPage } from './served';

/** From a keystroke in the terms editor to the redrawn example, with a plan of 24 instalments. */
export const keystroke = (): Promise<void> =>
  withPage(4397, async ({ page, address }) => {
    const instalments = Array.from({ length: 24 }, (_, index) => ({
      name: `part ${index + 1}`,
      collect: 'ask' as const,
      amount: index === 23 ? { share: 1 } : { percent: '4' as Decimal },
      due: { on: 'agreement' as const, plus: { days: index * 2 } },
    }));
    const rules = { ...starterTerms[1]!.rules, instalments };
    const made = await page.request.post(`${address}/api/terms/publish`, {
      data: { termsId: null, name: 'Twenty-four parts', baseVersion: 0, rules },
    });
    const { termsId } = (await made.json()) as { termsId: string };
    await page.goto(`${address}/terms/${termsId}`, { waitUntil: 'networkidle' });
    const selector = 'input[aria-label="Amount of part 3"]';
    const took = await page.evaluate(timeOfKeystrokes, { selector, texts: ['2', '3', '4'] });
    say(
      'Keystroke to redrawn example, 24 instalments',
      `${took.ours.toFixed(1)} ms of work (a frame is 16.7), ${(took.ours / took.floor).toFixed(0)} times an input event that changes nothing (${took.floor.toFixed(2)} ms)`,
    );
  });
