import { openDirectory } from '#server/database/openDirectory';
import { onceInside, onceOver, onlyInside, OuterDatabase, outsideTransactions } from '#server/database/onlyInside';
import { business } from '#server/database/schema/business';
import type { OpenDatabase } from '#server/database/database';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const thrownBy = (work: () => unknown): Promise<unknown> =>
  Promise.resolve()
    .then(work)
    .then(
      () => 'nothing',
      (error: unknown) => error,
    );

describe('the outer database inside a transaction', () => {
  let opened: OpenDatabase;
  before(async () => {
    opened = await openDirectory(mkdtempSync(join(tmpdir(), 'ostendo-inside-')), false);
  });
  after(() => opened.close());

  it('is refused at once, whatever it is asked, instead of waiting for ever', async () => {
    const db = onlyInside(opened.db);
    const uses: readonly [what: string, use: () => unknown][] = [
      ['select', () => db.select().from(business)],
      ['execute', () => db.execute(sql`select 1`)],
      ['$count', () => db.$count(business)],
      ['transaction', () => db.transaction(async () => 1)],
    ];
    for (const [what, use] of uses) {
      const error = await db.transaction(() => thrownBy(use));
      expect(error, what).to.be.instanceOf(OuterDatabase);
      expect(await thrownBy(use), `${what}, outside`).to.equal('nothing');
    }
  });
  it('the transaction’s own is not, and neither is what it sets off beside itself', async () => {
    const db = onlyInside(opened.db);
    const beside = await db.transaction(async (tx) => {
      await tx.execute(sql`select 1`);
      return {
        later: outsideTransactions(
          () => new Promise<number>((resolve) => setTimeout(() => resolve(db.$count(business)), 5)),
        ),
      };
    });
    expect(await beside.later).to.equal(0);
  });
  it('what is done once it is over is done then, kept or not, and at once where there is none', async () => {
    const db = onlyInside(opened.db);
    const done: string[] = [];
    await db.transaction(async (tx) => {
      for (const what of ['first', 'second']) onceOver(() => done.push(what));
      await tx.execute(sql`select 1`);
      expect(done).to.deep.equal([]);
    });
    expect(done).to.deep.equal(['first', 'second']);
    const failed = db.transaction(async () => {
      onceOver(() => done.push('failed'));
      throw new Error('not kept');
    });
    expect(await thrownBy(() => failed)).to.be.instanceOf(Error);
    onceOver(() => done.push('outside'));
    expect(done.slice(2)).to.deep.equal(['failed', 'outside']);
  });
  it('one that is repeated reads anew what it had read once', async () => {
    const own = Object.create(opened.db) as typeof opened.db;
    // As a server does where it meets a deadlock.
    own.transaction = async (work, config) => {
      await opened.db.transaction(work, config);
      return opened.db.transaction(work, config);
    };
    const owner = {};
    let reads = 0;
    const seen: number[] = [];
    let over = 0;
    await onlyInside(own).transaction(async () => {
      onceOver(() => over++);
      for (let time = 0; time < 2; time++) seen.push(await onceInside(owner, () => Promise.resolve(++reads)));
    });
    expect(seen).to.deep.equal([1, 1, 2, 2]);
    expect(over).to.equal(2);
  });
});
