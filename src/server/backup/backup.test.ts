import { asThemselves } from '#demo/asThemselves';
import { runBackup } from '#cli/backup';
import { compose } from '#compose';
import type { Decimal } from '#core/money/decimal';
import type { Minor } from '#core/money/minor';
import { checkBackup } from '#server/backup/checkBackup';
import { openBackups, thinned } from '#server/backup/backups';
import { type BackupFailed } from '#server/backup/format';
import { restoreBackup } from '#server/backup/restoreBackup';
import { checkedPassphrase, openLines, sealLines } from '#server/backup/seal';
import { writeBackup } from '#server/backup/writeBackup';
import { readConfig } from '#server/config';
import { type OpenDatabase, rowsOf } from '#server/database/database';
import { openDatabase } from '#server/database/open';
import { accountBalances } from '#server/database/schema/journal';
import { clients } from '#server/database/schema/clients';
import { nights } from '#server/database/schema/nights';
import { erasuresIn, readErasures } from '#server/erasure/erasuresList';
import { setUp } from '#server/seed/setUp';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { createHash, randomUUID } from 'node:crypto';
import fs, { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { access } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freshDatabase, onServer } from '../../../testing/databases';
import { eventually } from '../../../testing/eventually';
import { type Installation, installation, rental } from '../../../testing/installation';
import { bookingOf } from '../../../testing/onBooking';

const passphrase = 'nine quiet herons at dusk';
const owner = {
  name: 'Vesper Hollow',
  line: 'Stargazing',
  email: 'hello@vesper.example.com',
  timeZone: 'Europe/Lisbon',
  currency: 'EUR',
  taxRate: '23' as Decimal,
};
const failsWith = async (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => 'it did not fail',
    (error: BackupFailed) => error.code,
  );
const balances = async ({ db }: Pick<OpenDatabase, 'db'>) =>
  (await db.select().from(accountBalances)).map((row) => JSON.stringify(row)).sort();

describe('a backup', function () {
  // Each fresh directory is migrated from the first migration on, and each passphrase costs its time.
  this.timeout(400_000);
  let app: Installation;
  let folder: string;
  let file: string;
  const secret = 'a secret of the tests, long enough to be one';
  before(async () => {
    folder = mkdtempSync(join(tmpdir(), 'ostendo-backup-'));
    file = join(folder, 'one.age');
    app = await installation();
    const booking = await bookingOf(app, { clientName: 'Łucja "Ł" O’Brien\n\\n', clientEmail: 'l@example.com' });
    await booking.pay();
    await app.uploadFile(readFileSync('docs/screenshots/today.png'), 'picture.png', 'picture');
    await app.lettersOut();
    await app.settle();
    await writeBackup(app.deps.db, { file, passphrase, secret });
  });
  after(async () => {
    await app.close();
    rmSync(folder, { recursive: true, force: true });
  });

  const verified = async (opened: OpenDatabase) => {
    const over = await compose(readConfig({ OSTENDO_SECRET: secret }), { opened, post: async () => ({ ok: false }) });
    return verify(over.deps);
  };
  /** Opens it once with the schema of the backup, and again as it is now. */
  const restored = async (settings: { directory: string; databaseUrl?: string }) => {
    const about = await restoreBackup(file, passphrase, (sets) => openDatabase({ ...settings, sets, durable: false }));
    return { about, opened: await openDatabase({ ...settings, durable: false }) };
  };

  it('holds everything, and is the same installation in an empty directory', async () => {
    const { about, opened } = await restored({ directory: join(folder, 'there') });
    expect(about.header.secret).to.equal(secret);
    expect(await verified(opened)).to.deep.equal([]);
    expect(await balances(opened)).to.deep.equal(await balances(app.deps));
    const digest = async ({ db }: Pick<OpenDatabase, 'db'>) => {
      const again = join(folder, `again-${Math.random()}.age`);
      await writeBackup(db, { file: again, passphrase, secret });
      const hash = createHash('sha256');
      const lines: string[] = [];
      for await (const line of openLines(again, passphrase)) lines.push(line);
      // The header says when it was made; rows of a table stand in no order.
      for (const line of lines.slice(1).sort()) hash.update(line);
      return `${lines.length} ${hash.digest('hex')}`;
    };
    expect(await digest(opened)).to.equal(await digest(app.deps));
    await opened.close();
  });
  it('of an older version is put into the schema of its day, and brought up to date', async () => {
    const older = join(folder, 'older.age');
    /** Made by migrations that came later. */
    const notYet = new Set([
      ...['nights', 'troubles', 'derivations', 'journal_sums', 'journal_summed', 'owing_bookings'].map(
        (name) => `public.${name}`,
      ),
      'world.faults',
    ]);
    await sealLines(older, passphrase, async (write) => {
      let rows = 0;
      let table = '';
      for await (const line of openLines(file, passphrase)) {
        const said = JSON.parse(line) as { ostendo?: string; $table?: string; $end?: number };
        table = said.$table ?? table;
        if (notYet.has(table) && said.$end === undefined) continue;
        if (said.ostendo) await write(JSON.stringify({ ...said, migrations: [28, 2] }));
        else await write(said.$end === undefined ? line : JSON.stringify({ $end: rows }));
        if (!said.ostendo && !said.$table && said.$end === undefined) rows++;
      }
    });
    const directory = join(folder, 'older');
    let before = 0;
    await restoreBackup(older, passphrase, async (sets) => {
      const opened = await openDatabase({ directory, sets, durable: false });
      const [row] = await rowsOf<{ count: number }>(
        opened.db,
        sql`select count(*)::int as count from pg_tables where tablename = 'nights'`,
      );
      before = row!.count;
      return opened;
    });
    expect(before).to.equal(0);
    const opened = await openDatabase({ directory, durable: false });
    expect(await opened.db.$count(nights)).to.equal(0);
    expect(await verified(opened)).to.deep.equal([]);
    await opened.close();
  });
  it('restored, has erased who was erased after it was made', async () => {
    const data = join(folder, 'erasing');
    const env = { OSTENDO_DATA: data, OSTENDO_BACKUP_PASSPHRASE: passphrase, OSTENDO_SECRET: secret };
    const beside = join(folder, 'taken-away');
    mkdirSync(beside);
    const before = { ...process.env };
    Object.assign(process.env, env);
    try {
      // Opened over its own directory, as the server has it, so that the list is kept there.
      const source = async () => asThemselves(await compose(readConfig(env), { post: async () => ({ ok: false }) }));
      const first = await source();
      await first.deps.db.transaction((tx) => setUp(tx, owner, first.world.clock.now()));
      const made = await first.createRequest({
        requestKey: randomUUID(),
        clientName: 'Xaviera Quill',
        clientEmail: 'xaviera@example.org',
        note: 'Spare parts',
        currency: 'EUR',
        amount: 60_00 as Minor,
        smallest: null,
        expiresAt: null,
        send: false,
      });
      if (made.ok) await first.withdrawRequest({ requestId: made.value.id });
      await first.lettersOut();
      await first.close();
      expect(await runBackup('backup', [join(beside, 'one.age')])).to.equal(0);
      const again = await source();
      const [client] = (await again.books.clients({})).clients;
      expect((await again.eraseClient({ clientId: client!.id, name: client!.name })).ok).to.equal(true);
      await again.close();
      const list = erasuresIn(join(data, 'backups'));
      expect(readErasures(list).map(({ clientId }) => clientId)).to.deep.equal([client!.id]);
      // Killed before the list was written: the next process writes it with its first look.
      rmSync(list);
      const next = await source();
      await next.look(0);
      await next.close();
      expect(readErasures(list).map(({ clientId }) => clientId)).to.deep.equal([client!.id]);
      // A damaged backup leaves nothing that would bar the next try.
      const [damaged, target] = [join(folder, 'damaged.age'), join(folder, 'erased')];
      const sealed = readFileSync(join(beside, 'one.age'));
      writeFileSync(damaged, sealed.subarray(0, sealed.length - 1));
      expect(await runBackup('restore', [damaged, target])).to.equal(2);
      expect(existsSync(target)).to.equal(false);
      expect(await runBackup('restore', [join(beside, 'one.age'), target, list])).to.equal(0);
      const opened = await openDatabase({ directory: join(folder, 'erased'), durable: false });
      const there = await opened.db.select().from(clients);
      expect(there.map(({ name, email }) => [name, email])).to.deep.equal([['Erased client', '']]);
      await opened.close();
      // The restored installation's own list names them too: a backup of it that is older does not bring them back.
      expect(readErasures(erasuresIn(join(folder, 'erased', 'backups')))).to.deep.equal(readErasures(list));
    } finally {
      process.env = before;
    }
  });
  it('of a newer version is refused', async () => {
    const newer = join(folder, 'newer.age');
    await sealLines(newer, passphrase, async (write) => {
      for await (const line of openLines(file, passphrase))
        await write(line.replace('"migrations":[', '"migrations":[9'));
    });
    expect(await failsWith(restoreBackup(newer, passphrase, () => freshDatabase()))).to.equal('backup_newer');
  });
  it('goes on where it was: the next booking has the next number', async () => {
    const opened = await freshDatabase();
    await restoreBackup(file, passphrase, async () => ({ ...opened, close: async () => undefined }));
    const over = await compose(readConfig({ OSTENDO_SECRET: secret }), { opened, post: async () => ({ ok: false }) });
    const next = await asThemselves(over).createBooking(rental({ clientEmail: 'next@example.com' }));
    expect(next.ok && next.value.number).to.equal('B-0002');
    await over.settle();
    expect(await verify(over.deps)).to.deep.equal([]);
    await over.close();
  });
  it('is put back in memory and verified without being written anywhere', async () => {
    const before = readdirSync(folder);
    const { differences, rows } = await checkBackup(file, passphrase, verified);
    expect(differences).to.deep.equal([]);
    expect(rows).to.be.above(50);
    expect(readdirSync(folder)).to.deep.equal(before);
  });
  if (process.env.OSTENDO_TEST_SERVER)
    it('goes from PGlite onto a server and from a server into a directory', async () => {
      const { url, drop } = await onServer(process.env.OSTENDO_TEST_SERVER!);
      const { opened } = await restored({ directory: '', databaseUrl: url });
      expect(await verified(opened)).to.deep.equal([]);
      expect(await balances(opened)).to.deep.equal(await balances(app.deps));
      await opened.close();
      await drop();
    });

  it('says nothing to who has not the passphrase, and names nobody', async () => {
    expect(await failsWith(restoreBackup(file, 'another passphrase', () => freshDatabase()))).to.equal(
      'backup_not_opened',
    );
    expect(readFileSync(file).includes('O’Brien')).to.equal(false);
    expect(readFileSync(file, 'utf8').slice(0, 21)).to.equal('age-encryption.org/v1');
  });
  it('that was cut off or changed is refused, and nothing of it is there', async () => {
    const whole = readFileSync(file);
    const target = await freshDatabase();
    const openAt = async () => ({ ...target, close: async () => undefined });
    for (const [name, bytes] of [
      ['cut', whole.subarray(0, whole.length - 70_000)],
      ['short', whole.subarray(0, whole.length - 1)],
      ['changed', Buffer.concat([whole.subarray(0, 3000), Buffer.from([whole[3000]! ^ 1]), whole.subarray(3001)])],
    ] as const) {
      writeFileSync(join(folder, name), bytes);
      expect(await failsWith(restoreBackup(join(folder, name), passphrase, openAt)), name).to.equal('backup_damaged');
      expect(await balances(target), name).to.deep.equal([]);
    }
    writeFileSync(join(folder, 'other'), 'not a backup at all');
    expect(await failsWith(restoreBackup(join(folder, 'other'), passphrase, openAt))).to.equal('backup_not_opened');
    await target.close();
  });
  it('is put into no installation that is there', async () => {
    const openAt = async () => ({ ...app.deps, engine: 'PGlite' as const, close: async () => undefined });
    expect(await failsWith(restoreBackup(file, passphrase, openAt))).to.equal('not_empty');
    expect(await verify(app.deps)).to.deep.equal([]);
  });
  it('that cannot be made leaves no half', async () => {
    const gone = join(folder, 'gone.age');
    const broken = Object.create(app.deps.db, {
      transaction: { value: () => Promise.reject(new Error('the database went away')) },
    }) as typeof app.deps.db;
    const halves = () => readdirSync(folder).filter((name) => name.startsWith('gone'));
    const refused = () =>
      writeBackup(broken, { file: gone, passphrase, secret }).then(
        () => expect.fail(),
        (error: Error) => expect(error.message).to.equal('the database went away'),
      );
    await refused();
    expect(halves()).to.deep.equal([]);

    const openNow = fs.open;
    let opened: Promise<unknown> = Promise.resolve();
    fs.open = ((...given: Parameters<typeof openNow>) => {
      opened = new Promise((resolve) => setTimeout(resolve, 200)).then(() => openNow(...given));
    }) as typeof openNow;
    try {
      await refused();
      await opened;
      // Asked of the disk after the file was opened there, so that it would be seen.
      await access(folder);
    } finally {
      fs.open = openNow;
    }
    expect(halves(), 'on a disk that opens its files late').to.deep.equal([]);
  });
  it('that can be written nowhere is reported, and the server goes on', async () => {
    const directory = join(folder, 'unwritable');
    mkdirSync(directory);
    writeFileSync(join(directory, 'backups'), 'a file where its folder would be');
    const reported: string[] = [];
    const report = (what: string) => void reported.push(what);
    const backups = openBackups({ ...app.deps, report }, { directory, secret });
    expect(backups.start(passphrase)).to.match(/^asked-.*\.age$/);
    expect(await eventually(() => reported.length > 1)).to.equal(true);
    expect(reported).to.deep.equal(['a backup could not be made', 'nobody could be told that a backup was not made']);
  });
  it('wants a passphrase that nobody guesses', () => {
    expect(checkedPassphrase(passphrase)).to.equal(passphrase);
    for (const given of [undefined, '', 'short']) expect(() => checkedPassphrase(given)).to.throw('at least 12');
  });
});

describe('backups of many nights', () => {
  it('are thinned to the last days, and one of each week and month before', () => {
    const day = (count: number) => new Date(Date.UTC(2027, 4, 14) - count * 86_400_000).toISOString().slice(0, 10);
    let there: string[] = [];
    for (let age = 800; age >= 0; age--) {
      there.push(`ostendo-${day(age)}.age`);
      const gone = new Set(thinned([...there, 'asked-by-hand.age']));
      there = there.filter((name) => !gone.has(name));
    }
    expect(there.slice(-7)).to.deep.equal([6, 5, 4, 3, 2, 1, 0].map((age) => `ostendo-${day(age)}.age`));
    expect(there).to.have.lengthOf.within(18, 24);
    expect(there[0]! < `ostendo-${day(300)}.age`).to.equal(true);
    expect(there.every((name) => name !== 'asked-by-hand.age')).to.equal(true);
  });
});
