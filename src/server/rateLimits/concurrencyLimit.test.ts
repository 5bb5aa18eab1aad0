import { openConcurrencyLimit, TooManyAtOnce } from '#server/rateLimits/concurrencyLimit';
import { expect } from 'chai';

describe('looks at the public calendar', () => {
  it('are computed one at a time, six of a network, and what is more is told so', async () => {
    const looks = openConcurrencyLimit();
    let running = 0;
    let most = 0;
    const ends: (() => void)[] = [];
    const look = (): Promise<number> => {
      most = Math.max(most, ++running);
      return new Promise((resolve) =>
        ends.push(() => {
          running--;
          resolve(1);
        }),
      );
    };
    const asked = Array.from({ length: 8 }, () => looks('203.0.113.9', look).catch((error: unknown) => error));
    const other = looks('198.51.100.1', look);
    for (let turn = 0; turn < 60; turn++) {
      await new Promise((resolve) => setImmediate(resolve));
      ends.shift()?.();
    }
    const answers = await Promise.all(asked);
    expect(answers.filter((answer) => answer === 1)).to.have.length(6);
    expect(answers.filter((answer) => answer instanceof TooManyAtOnce)).to.have.length(2);
    expect(await other).to.equal(1);
    expect(most).to.equal(1);
    expect(await looks('203.0.113.9', async () => 2), 'they are over').to.equal(2);
  });

  it('a look that fails gives its turn back', async () => {
    const looks = openConcurrencyLimit();
    for (let index = 0; index < 20; index++)
      await looks('203.0.113.9', () => Promise.reject(new Error('away'))).catch(() => undefined);
    expect(await looks('203.0.113.9', async () => 1)).to.equal(1);
  });

  it('many networks together are let only so many', async () => {
    const looks = openConcurrencyLimit();
    let end = (): void => undefined;
    const held = new Promise<void>((resolve) => (end = resolve));
    const asked = Array.from({ length: 80 }, (_, index) =>
      looks(`203.0.${index}.1`, () => held).then(
        () => 'looked',
        () => 'told',
      ),
    );
    await new Promise((resolve) => setTimeout(resolve, 5));
    end();
    const answers = await Promise.all(asked);
    expect(answers.filter((answer) => answer === 'looked')).to.have.length(60);
  });
});
