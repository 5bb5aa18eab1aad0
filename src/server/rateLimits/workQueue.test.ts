import { byItself } from '#server/actor/actorNow';
import { type Caller, calledBy, callerNow } from '#server/rateLimits/callerNow';
import { CallerGone, openWorkQueue, TooMuchWork } from '#server/rateLimits/workQueue';
import { failureOf } from '#server/http/failure';
import { expect } from 'chai';

const stranger = (network: string, ended: AbortSignal | null = null): Caller => ({ network, isPerson: false, ended });
const owner: Caller = { network: '203.0.113.1', isPerson: true, ended: null };

/** Work that is noted as it begins and ends when it is told to. */
function bench(bounds = { atOnce: 2, mostHere: 4, mostInAll: 8 }) {
  const queue = openWorkQueue(bounds);
  const begun: string[] = [];
  const ends = new Map<string, () => void>();
  const ask = (name: string, caller: Caller | null): Promise<string> => {
    const work = () =>
      queue(() => {
        begun.push(name);
        return new Promise<string>((resolve) => ends.set(name, () => resolve(name)));
      });
    return (caller ? calledBy(caller, work) : work()).catch((error: Error) => error.name);
  };
  const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
  const end = async (name: string): Promise<void> => {
    await settled();
    ends.get(name)!();
    await settled();
  };
  return { begun, ask, end, settled };
}

describe('work that costs the processor for a while', () => {
  it('keeps one place from strangers, so that the business is never behind all of them', async () => {
    const { begun, ask, end, settled } = bench();
    const asked = ['a1', 'a2', 'a3'].map((name) => ask(name, stranger('a')));
    await settled();
    expect(begun).to.deep.equal(['a1']);
    const ours = [ask('owner', owner), ask('house', null)];
    await settled();
    expect(begun, 'the kept place').to.deep.equal(['a1', 'owner']);
    await end('a1');
    expect(begun, 'the house goes before strangers').to.deep.equal(['a1', 'owner', 'house']);
    await end('owner');
    await end('house');
    await end('a2');
    await end('a3');
    expect(await Promise.all([...asked, ...ours])).to.deep.equal(['a1', 'a2', 'a3', 'owner', 'house']);
  });

  it('strangers take turns by network: who asks for four keeps another waiting for one', async () => {
    const { begun, ask, end } = bench();
    for (const name of ['a1', 'a2', 'a3', 'a4']) void ask(name, stranger('a'));
    void ask('b1', stranger('b'));
    for (const name of ['a1', 'a2', 'b1', 'a3']) await end(name);
    expect(begun).to.deep.equal(['a1', 'a2', 'b1', 'a3', 'a4']);
  });

  it('of one network, and of strangers together, only so many wait; the others are told to come again', async () => {
    const { ask } = bench();
    for (const name of ['a1', 'a2', 'a3', 'a4']) void ask(name, stranger('a'));
    expect(await ask('a5', stranger('a'))).to.equal('TooMuchWork');
    for (const name of ['b1', 'b2', 'b3', 'b4']) void ask(name, stranger('b'));
    expect(await ask('c1', stranger('c'))).to.equal('TooMuchWork');
    expect(failureOf(new TooMuchWork())).to.deep.equal({ status: 429, code: 'too_much_work' });
  });

  it('what nobody waits for any more is dropped, and its place is free', async () => {
    const { begun, ask, end } = bench({ atOnce: 2, mostHere: 2, mostInAll: 8 });
    const leaves = new AbortController();
    void ask('a1', stranger('a'));
    const left = ask('a2', stranger('a', leaves.signal));
    leaves.abort();
    expect(await left).to.equal('CallerGone');
    void ask('a3', stranger('a'));
    await end('a1');
    expect(begun).to.deep.equal(['a1', 'a3']);
    expect(await ask('a4', stranger('a', leaves.signal)), 'gone before it asked').to.equal('CallerGone');
    expect(failureOf(new CallerGone()).status).to.equal(499);
  });

  it('what Ostendo does by itself goes on where whoever set it off has gone', async () => {
    const { begun, ask } = bench({ atOnce: 1, mostHere: 1, mostInAll: 1 });
    const gone = AbortSignal.abort();
    await calledBy(stranger('a', gone), async () => {
      expect(callerNow()).to.not.equal(undefined);
      await byItself(async () => expect(callerNow()).to.equal(undefined));
      void byItself(() => ask('a letter with its paper', null));
    });
    expect(begun).to.deep.equal(['a letter with its paper']);
  });
});
