import type { Adapter, CardProcessor } from '#server/ports';
import { withDeadlines } from '#server/external/deadlines';
import { OutsideFailed } from '#server/external/outsideFailed';
import { expect } from 'chai';

/** A processor of which every call is answered by the same. */
const answering = (answer: () => Promise<unknown>): CardProcessor =>
  new Proxy({} as CardProcessor, { get: (_, name) => (name === 'then' ? undefined : answer) });

const opened = (answer: () => Promise<unknown>): CardProcessor => {
  const adapter = { deadline: 0.05, open: () => answering(answer), exchange: answer, renew: answer };
  return withDeadlines({ one: adapter as unknown as Adapter })['one']!.open('account', 'access');
};
const failure = (call: Promise<unknown>): Promise<unknown> =>
  call.then(
    () => null,
    (error: unknown) => error,
  );

const calls = [
  'charge',
  'authorise',
  'capture',
  'release',
  'extend',
  'raise',
  'answerDispute',
  'giveInDispute',
  'refund',
  'verify',
  'abandon',
  'cardOf',
  'liveAuthorisations',
] as const;

describe('a processor that is asked', () => {
  for (const name of calls) {
    const asked = (processor: CardProcessor) => failure((processor[name] as () => Promise<unknown>)());
    it(`${name}: is given up where it stays silent, and said so`, async () => {
      expect(await asked(opened(() => new Promise(() => undefined)))).to.be.instanceOf(OutsideFailed);
    });
    it(`${name}: is said to have failed where the line is cut`, async () => {
      expect(await asked(opened(() => Promise.reject(new Error('cut'))))).to.be.instanceOf(OutsideFailed);
    });
  }
  it('is not asked for a while after three silences', async () => {
    let asked = 0;
    const processor = opened(() => {
      asked++;
      return new Promise(() => undefined);
    });
    for (let times = 0; times < 5; times++) await failure(processor.cardOf('token'));
    expect(asked).to.equal(3);
  });
});
