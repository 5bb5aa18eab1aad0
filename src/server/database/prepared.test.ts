import { gated } from '#server/database/gated';
import { DatabaseAway } from '#server/database/away';
import { OuterDatabase } from '#server/database/onlyInside';
import { prepared } from '#server/database/prepared';
import { services } from '#server/database/schema/business';
import { expect } from 'chai';
import { eq, sql } from 'drizzle-orm';
import { type Installation, installation } from '../../../testing/installation';

describe('statements whose text is made once', () => {
  let app: Installation;
  let made = 0;
  const byName = prepared((db) => {
    made++;
    return db
      .select({ id: services.id, name: services.name, retired: services.retired })
      .from(services)
      .where(eq(services.name, sql.placeholder('name')));
  });
  before(async () => (app = await installation()));
  after(() => app.close());

  it('answer by what they are given, as the same statement that is made anew does', async () => {
    const all = await app.deps.db.select().from(services);
    expect(all.length).to.be.greaterThan(1);
    for (const { id, name, retired } of all)
      expect(await byName(app.deps.db, { name })).to.deep.include({ id, name, retired });
    expect(await byName(app.deps.db, { name: "'; drop table services" })).to.deep.equal([]);
    expect(made).to.equal(1);
  });

  it('are of the transaction in which they are asked, and gone with it', async () => {
    const { db } = app.deps;
    const failing = db.transaction(async (tx) => {
      await tx.update(services).set({ name: 'Renamed' }).where(eq(services.id, 'event'));
      expect((await byName(tx, { name: 'Renamed' })).map(({ id }) => id)).to.deep.equal(['event']);
      const inner = tx.transaction(async (within) => {
        await within.update(services).set({ name: 'Once more' }).where(eq(services.id, 'event'));
        expect(await byName(within, { name: 'Once more' })).to.have.length(1);
        throw new Error('undone');
      });
      await inner.catch(() => undefined);
      expect(await byName(tx, { name: 'Renamed' })).to.have.length(1);
      throw new Error('undone');
    });
    expect(await failing.catch(String)).to.equal('Error: undone');
    expect(await byName(db, { name: 'Renamed' })).to.deep.equal([]);
  });

  it('are refused where their database is: outside of a transaction from within, and while it is away', async () => {
    const { db } = app.deps;
    const refused = db.transaction(async () => byName(db, { name: 'x' }));
    expect(await refused.catch((error: unknown) => error)).to.be.instanceOf(OuterDatabase);
    let gone = true;
    const away = gated(db, () => gone);
    expect(() => byName(away, { name: 'x' })).to.throw(DatabaseAway);
    gone = false;
    expect(await byName(away, { name: 'x' })).to.deep.equal([]);
  });
});
