import type { Instant } from '#core/calendar/instant';
import { type App, compose } from '#compose';
import { checkBackup } from '#server/backup/checkBackup';
import { sealLines } from '#server/backup/seal';
import { readConfig } from '#server/config';
import { type OpenDatabase, rowsOf } from '#server/database/database';
import { derivations } from '#server/database/schema/work';
import { hledgerJournal } from '#server/formats/hledger';
import { bringForward, derivedEdition } from '#server/backfill/bringForward';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';

/** What the first version that landed had made of its demo: as a backup of its day, not yet sealed. */
const ofFirstVersion = gunzipSync(readFileSync('testing/earlier/first-version.jsonl.gz')).toString('utf8');
const passphrase = 'of the tests, long enough';

describe('data of the first version', () => {
  const folder = mkdtempSync(join(tmpdir(), 'ostendo-first-'));
  const file = join(folder, 'first.age');
  before(() =>
    sealLines(file, passphrase, async (write) => {
      for (const line of ofFirstVersion.trimEnd().split('\n')) await write(line);
    }),
  );
  after(() => rmSync(folder, { recursive: true }));

  /** With it in an installation of now, whose stand-ins say what happens to its own door. */
  const inIt = async (work: (app: App, opened: OpenDatabase) => Promise<void>): Promise<void> => {
    await checkBackup(file, passphrase, async (opened, secret) => {
      const receiving: { app?: App } = {};
      receiving.app = await compose(readConfig({ OSTENDO_SECRET: secret, OSTENDO_UNDO_SECONDS: '0' }), {
        opened,
        post: async (provider, body, headers) => ({
          ok: (await receiving.app!.receiveEvent(provider, body, new Headers(headers))) === 200,
        }),
      });
      await work(receiving.app, opened);
      return [];
    });
  };
  const count = async ({ db }: OpenDatabase, table: string): Promise<number> =>
    (await rowsOf<{ n: number }>(db, sql.raw(`select count(*)::int as n from ${table}`)))[0]!.n;
  /** What is derived, without what is made anew with each run. */
  const derived = async ({ db }: OpenDatabase): Promise<string> => {
    const hash = createHash('sha256');
    for (const query of [
      `select to_jsonb(t)::text as row from summaries t order by booking_id`,
      `select to_jsonb(t)::text as row from due_parts t order by booking_id, part`,
      `select to_jsonb(t)::text as row from covers t order by booking_id`,
      `select booking_id || ' ' || key || ' ' || kind || ' ' || at as row from errands where state = 'waiting' order by 1`,
    ])
      for (const { row } of await rowsOf<{ row: string }>(db, sql.raw(query))) hash.update(row);
    return hash.digest('hex').slice(0, 16);
  };

  it('are those of now after one start: everything agrees, nothing happens anew', () =>
    inIt(async (app, opened) => {
      expect(await verify(app.deps)).to.deep.equal([]);
      const said = (table: string): number =>
        ofFirstVersion.split(`{"$table":"public.${table}"}`)[1]!.split('{"$')[0]!.trim().split('\n').length;
      for (const table of ['bookings', 'facts', 'messages', 'intents'])
        expect(await count(opened, table), table).to.equal(said(table));
      let journal = '';
      for await (const piece of hledgerJournal(app.deps.db)) journal += piece;
      expect(journal).to.include('Payout');
      expect(await bringForward(app.deps.db, app.world.clock.now()), 'once is enough').to.equal(false);
    }));

  it('send nothing twice, and go on as if they had always been of now', () =>
    inIt(async (app, opened) => {
      const letters = await count(opened, 'messages');
      await app.settle();
      expect(await count(opened, 'messages')).to.equal(letters);
      await app.moveClock('2027-07-15T08:00:00Z' as Instant);
      expect(await count(opened, 'messages')).to.be.above(letters);
      expect(await verify(app.deps)).to.deep.equal([]);
    }));

  it('bring forward what waited for its moment while nobody was there', () =>
    inIt(async (app, opened) => {
      const { db } = app.deps;
      const [due] = await rowsOf<{ id: string; at: Instant }>(
        db,
        sql`select id, at from errands where state = 'waiting' and kind = 'message' and key like 'remind:%' order by at limit 1`,
      );
      await db.execute(sql`update errands set key = 'remind:of before' where id = ${due!.id}`);
      await db.delete(derivations);
      await app.world.clock.moveTo(due!.at);
      expect(await bringForward(db, due!.at)).to.equal(true);
      const letters = await count(opened, 'messages');
      await app.settle();
      expect(await count(opened, 'messages')).to.be.above(letters);
      expect(await verify(app.deps)).to.deep.equal([]);
    }));

  it('are derived as this edition says: whoever changes what is derived adds one to it', () =>
    inIt(async (_, opened) => {
      const what = 'what is derived has changed: add one to derivedEdition, and write both here';
      expect([derivedEdition, await derived(opened)], what).to.deep.equal([1, '33a0e8205b013988']);
    }));
});
