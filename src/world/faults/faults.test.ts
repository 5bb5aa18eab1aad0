import { type FaultSettings, openFaults } from '#world/faults/faults';
import { shareFaults } from '#world/faults/shared';
import { ConfigError, readConfig } from '#server/config';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { isDatabaseAway } from '#server/database/away';
import { gated } from '#server/database/gated';
import type { Database } from '#server/database/database';
import { installation } from '../../../testing/installation';

describe('a world that misbehaves', () => {
  it('does so as its seed says: the same again with the same calls', () => {
    const drawn = (seed: number): boolean[] => {
      const faults = openFaults({ seed, slow: 30 });
      return Array.from({ length: 200 }, () => faults.happens('slow'));
    };
    expect(drawn(7)).to.deep.equal(drawn(7));
    expect(drawn(7)).not.to.deep.equal(drawn(8));
    expect(drawn(7).filter(Boolean).length).to.be.within(35, 90);
    expect(openFaults().happens('slow')).to.equal(false);
  });

  it('is a setting that is read whole, or refused with what is wrong', () => {
    const { faults } = readConfig({ OSTENDO_FAULTS: 'seed=7 slow=20, lost=5' });
    expect(faults).to.deep.equal({ seed: 7, slow: 20, lost: 5 });
    expect(readConfig({}).faults).to.equal(null);
    for (const wrong of ['slowly=3', 'slow=300', 'slow', 'seed=x'])
      expect(() => readConfig({ OSTENDO_FAULTS: wrong }), wrong).to.throw(ConfigError, 'OSTENDO_FAULTS');
  });

  it('is the same for all processes, once it was set in one', async () => {
    const app = await installation();
    try {
      const { db } = app.deps;
      const process = async (begunWith: FaultSettings | null = null) => {
        const faults = openFaults(begunWith);
        return { faults, shared: await shareFaults(db, faults, begunWith !== null) };
      };
      const [one, other] = [await process(), await process({ seed: 9, late: 4 })];
      await one.shared.set({ seed: 3, lost: 5 });
      expect(other.faults.settings(), 'until it looks').to.deep.equal({ seed: 9, late: 4 });
      await other.shared.refresh();
      expect(other.faults.settings()).to.deep.equal({ seed: 3, lost: 5 });
      expect((await process()).faults.settings(), 'one that starts').to.deep.equal({ seed: 3, lost: 5 });
      const third = await process({ seed: 9, late: 4 });
      await third.shared.refresh();
      expect(third.faults.settings(), 'one that starts with its own').to.deep.equal({ seed: 9, late: 4 });
      await other.shared.set({ seed: 1 });
      for (const { faults, shared } of [one, third]) {
        await shared.refresh();
        expect(faults.settings()).to.deep.equal({ seed: 1 });
      }
    } finally {
      await app.close();
    }
  });

  it('says nonsense twice, and then the truth of the same question', async () => {
    const app = await installation();
    try {
      const card = await app.token('approves');
      const cards = await app.cards();
      const ask = () => cards.cardOf(card).then(Boolean, () => 'nonsense');
      app.world.faults.set({ seed: 1, wrong: 100 });
      expect(await ask()).to.equal('nonsense');
      app.world.faults.set({ seed: 1 });
      expect(await ask()).to.equal('nonsense');
      expect(await ask()).to.equal(true);
      expect(app.world.faults.counts()).to.deep.equal({ wrong: 1 });
    } finally {
      await app.close();
    }
  });

  it('takes the database away for a while, and gives it back', async () => {
    const app = await installation();
    try {
      let gone = false;
      const db = gated(app.deps.db as Database, () => gone);
      const ask = () => db.execute(sql`select 1`);
      await ask();
      gone = true;
      const error: unknown = await Promise.resolve()
        .then(ask)
        .catch((failed: unknown) => failed);
      expect(isDatabaseAway(error)).to.equal(true);
      gone = false;
      await ask();
    } finally {
      await app.close();
    }
  });
});
