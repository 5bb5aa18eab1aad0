import { openTurns, type Turn } from '#server/http/entry/turns';
import { expect } from 'chai';

const stays = new AbortController().signal;
const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

describe('turns of a network', () => {
  it('some are answered at a time, the others in their order; another network is not kept waiting', async () => {
    const turns = openTurns({ atOnce: 2, mostWaiting: 10 });
    const got: string[] = [];
    const all = new Map<string, Turn>();
    const ask = (name: string, network: string): void => {
      void turns(network, stays).then((turn) => {
        if (!turn) return;
        got.push(name);
        all.set(name, turn);
      });
    };
    for (const name of ['a1', 'a2', 'a3', 'a4']) ask(name, 'a');
    ask('b1', 'b');
    await settled();
    expect(got).to.deep.equal(['a1', 'a2', 'b1']);
    all.get('a1')!.end();
    all.get('a1')!.end();
    await settled();
    expect(got, 'given back once, however often it is said').to.deep.equal(['a1', 'a2', 'b1', 'a3']);
    all.get('a2')!.end();
    await settled();
    expect(got).to.deep.equal(['a1', 'a2', 'b1', 'a3', 'a4']);
  });

  it('past so many that wait nobody is let in; who has gone leaves the line', async () => {
    const turns = openTurns({ atOnce: 1, mostWaiting: 2 });
    const first = (await turns('a', stays))!;
    const leaves = new AbortController();
    const left = turns('a', leaves.signal);
    const waits = turns('a', stays);
    expect(await turns('a', stays), 'too many').to.equal(null);
    leaves.abort();
    expect(await left).to.equal(null);
    first.end();
    expect(await waits).to.not.equal(null);
  });
});
