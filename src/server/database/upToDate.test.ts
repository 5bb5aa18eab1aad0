import type { Database } from '#server/database/database';
import { migrationSets } from '#server/database/migrations';
import { isUpToDate } from '#server/database/upToDate';
import { PGlite } from '@electric-sql/pglite';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/pglite';
import { freshDatabase } from '../../../testing/databases';

describe('whether the migrations are there', () => {
  it('is known of a schema that has them all, and of one that lacks the newest of either set', async () => {
    const { db, close } = await freshDatabase();
    expect(await isUpToDate(db, migrationSets)).to.equal(true);
    for (const table of ['__drizzle_migrations', '__world_migrations']) {
      const name = sql.identifier(table);
      const without: boolean[] = [];
      const taken = db.transaction(async (tx) => {
        await tx.execute(
          sql`delete from drizzle.${name} where created_at = (select max(created_at) from drizzle.${name})`,
        );
        without.push(await isUpToDate(tx, migrationSets));
        tx.rollback();
      });
      await taken.catch(() => undefined);
      expect(without, table).to.deep.equal([false]);
      expect(await isUpToDate(db, migrationSets), 'given back').to.equal(true);
    }
    await close();
  });

  it('is no question of a database in which nothing was ever made', async () => {
    const client = await PGlite.create();
    expect(await isUpToDate(drizzle({ client }) as unknown as Database, migrationSets)).to.equal(false);
    await client.close();
  });
});
