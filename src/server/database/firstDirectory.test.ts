import { rowsOf } from '#server/database/database';
import { firstEdition, layFirst, shelve } from '#server/database/firstDirectory';
import { openDatabase } from '#server/database/open';
import { extensions, overPglite } from '#server/database/openDirectory';
import { PGlite } from '@electric-sql/pglite';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

describe('the directory that a new installation begins with', () => {
  const place = (): string => mkdtempSync(join(tmpdir(), 'ostendo-first-'));
  const files = (folder: string): string[] => readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort();

  /** Something that was made by the build; not an engine's, as nobody looks into it. */
  const shelved = (): string => {
    const made = join(place(), 'postgres');
    mkdirSync(join(made, 'base/1'), { recursive: true });
    writeFileSync(join(made, 'PG_VERSION'), '17');
    writeFileSync(join(made, 'base/1/1259'), 'rows');
    writeFileSync(join(made, 'postmaster.pid'), '1');
    const shelf = join(place(), 'first');
    shelve(made, shelf);
    return shelf;
  };

  it('is laid whole, without what belonged to the process that made it', () => {
    const folder = join(place(), 'postgres');
    layFirst(folder, shelved());
    expect(files(folder)).to.deep.equal(['PG_VERSION', 'base', 'base/1', 'base/1/1259']);
    expect(readFileSync(join(folder, 'base/1/1259'), 'utf8')).to.equal('rows');
    expect(existsSync(`${folder}.draft`)).to.equal(false);
  });

  it('is laid over what a copy left that was cut off, and over nothing else', () => {
    const shelf = shelved();
    const directory = place();
    const folder = join(directory, 'postgres');
    mkdirSync(`${folder}.draft`);
    writeFileSync(join(`${folder}.draft`, 'half'), '');
    layFirst(folder, shelf);
    expect(files(folder)).to.include('PG_VERSION').and.not.include('half');

    writeFileSync(join(folder, 'base/1/1259'), 'mine');
    layFirst(folder, shelf);
    expect(readFileSync(join(folder, 'base/1/1259'), 'utf8')).to.equal('mine');
    expect(readdirSync(directory)).to.deep.equal(['postgres']);
  });

  it('is left to the engine where the build made none, another edition, or none that is whole', () => {
    const shelf = shelved();
    renameSync(join(shelf, firstEdition()), join(shelf, 'another'));
    const broken = join(place(), 'first');
    mkdirSync(broken);
    writeFileSync(join(broken, firstEdition()), 'no folder');
    for (const from of [join(place(), 'none'), shelf, broken]) {
      const directory = place();
      layFirst(join(directory, 'postgres'), from);
      expect(readdirSync(directory), from).to.deep.equal([]);
    }
  });

  it('is what migrations make, holds nothing, and is its owner’s alone once it is opened', async () => {
    const made = join(place(), 'postgres');
    const engine = await PGlite.create(made, { extensions });
    const schema = sql`
      select json_agg(each order by each) as all from (
        select table_schema || '.' || table_name || '.' || column_name || ' ' || data_type as each from information_schema.columns
          where table_schema in ('public', 'world')
        union all select indexdef from pg_indexes where schemaname in ('public', 'world')
        union all select pg_get_constraintdef(oid) from pg_constraint
      ) as everything`;
    const migrated = await rowsOf((await overPglite(engine)).db, schema);
    await engine.close();

    const shelf = join(place(), 'first');
    shelve(made, shelf);
    const directory = place();
    layFirst(join(directory, 'postgres'), shelf);
    // As a package might have brought it.
    chmodSync(join(directory, 'postgres'), 0o755);
    const { db, close } = await openDatabase({ directory });
    expect(await rowsOf(db, schema)).to.deep.equal(migrated);
    const tables = await rowsOf<{ name: string }>(
      db,
      sql`select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables where schemaname in ('public', 'world')`,
    );
    expect(tables.length).to.be.greaterThan(50);
    const counts = tables.map(({ name }) => sql`select count(*)::int as count from ${sql.raw(name)}`);
    const rows = await rowsOf<{ count: number }>(db, sql.join(counts, sql` union all `));
    expect(rows.map(({ count }) => count)).to.deep.equal(tables.map(() => 0));
    await close();
    const { mode } = statSync(join(directory, 'postgres/PG_VERSION'));
    expect(mode & 0o077).to.equal(0);
  });
});
