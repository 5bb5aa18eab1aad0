// node scripts/earlier.mjs COMMIT […]: what an earlier commit makes of its demo, as a backup of its day that is not sealed yet,
// in testing/earlier/<day of the commit>-<commit>.jsonl.gz. Made once; the tests of upgrades start from there.
import { PGlite } from '@electric-sql/pglite';
import { btree_gist } from '@electric-sql/pglite/contrib/btree_gist';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { root, run, say } from './common.mjs';

const git = (...args) => execFileSync('git', args, { cwd: root, encoding: 'utf8' }).trim();
const programs = ['src/demo/main.ts', 'src/demo/makeDemo.ts'];

/** Runs the commit's own program that makes its demo, over the packages of its day. @returns the data directory */
function makeDemo(commit, folder) {
  const sources = join(folder, 'sources');
  git('worktree', 'add', '--detach', sources, commit);
  const data = join(folder, 'data');
  try {
    process.chdir(sources);
    run('npm', ['ci', '--no-audit', '--no-fund']);
    const program = programs.find((file) => existsSync(file));
    run('npx', ['tsx', program], { OSTENDO_DATA: data, OSTENDO_LOG: 'warn', DATABASE_URL: '' });
  } finally {
    process.chdir(root);
    git('worktree', 'remove', '--force', sources);
  }
  return data;
}

/** All tables of a data directory, in the form of a backup (src/server/backup/format.ts). */
async function linesOf(data) {
  const db = await PGlite.create(join(data, 'postgres'), { extensions: { btree_gist, pg_trgm } });
  const names = async (query) => (await db.query(query)).rows.map(({ name }) => name);
  const migrations = await names(
    `select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables where tablename like '\\_\\_%migrations' order by tablename`,
  );
  const counts = [];
  for (const name of migrations) counts.push(Number((await names(`select count(*)::int as name from ${name}`))[0]));
  // Before the stand-ins had migrations of their own, their tables were as the first of these leaves them.
  const header = { ostendo: 'backup', format: 1, migrations: [counts[0], counts[1] ?? 1] };
  const [at] = await names(`select max(at) as name from facts`);
  const lines = [JSON.stringify({ ...header, madeAt: at, secret: readFileSync(join(data, 'secret'), 'utf8').trim() })];
  let rows = 0;
  for (const name of await names(
    `select quote_ident(schemaname) || '.' || quote_ident(tablename) as name from pg_tables
     where schemaname in ('public', 'world') and tablename not like '\\_\\_%' order by 1`,
  )) {
    lines.push(JSON.stringify({ $table: name }));
    // What came in the mail is not the installation's: the newest letters are enough, the papers in them are heavy.
    const few = name === 'world.mail' ? 'order by seq desc limit 40' : '';
    const there = await names(`select to_jsonb(t)::text as name from ${name} t ${few}`);
    lines.push(...there);
    rows += there.length;
  }
  await db.close();
  return [...lines, JSON.stringify({ $end: rows })];
}

for (const asked of process.argv.slice(2)) {
  const commit = git('rev-parse', '--short=7', asked);
  const day = git('show', '-s', '--format=%cs', commit);
  const folder = mkdtempSync(join(tmpdir(), 'ostendo-earlier-'));
  const data = process.env.EARLIER_DATA ?? makeDemo(commit, folder);
  const lines = await linesOf(data);
  const file = `testing/earlier/${day}-${commit}.jsonl.gz`;
  writeFileSync(file, gzipSync(lines.join('\n') + '\n', { level: 9 }));
  rmSync(folder, { recursive: true, force: true });
  say(`${file}: ${lines.length} lines`);
}
