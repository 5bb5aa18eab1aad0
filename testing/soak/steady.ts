import { readConfig } from '#server/config';
import { hledgerJournal } from '#server/formats/hledger';
import { verify } from '#server/verify/verify';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { execFile, spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { parseArgs, promisify } from 'node:util';
import pg from 'pg';
import { accountsOf, Client } from '../../e2e/client';
import { installedDirectory, installedOnServer, receivingApp } from '../../e2e/installed';
import { freePort, serve } from '../../e2e/server';
import { onServer } from '../databases';
import { numbersFrom } from '../numbers';
import { type Known, something } from './actions';

/**
 * `npm run soak -- --steady MINUTES [--engine postgres]`: people who read and write at the same pace, after a warm-up;
 * what the process takes of memory, files and connections is printed at a quarter, at half, and at the end. At half a
 * backup is made; it is restored elsewhere, and hledger compares.
 */
const { values } = parseArgs({
  options: {
    steady: { type: 'string', default: '20' },
    seed: { type: 'string', default: '1' },
    engine: { type: 'string', default: 'pglite' },
  },
});
const minutes = Number(values.steady);
const onPostgres = values.engine === 'postgres';
const below = numbersFrom(Number(values.seed));
const people = 3;
const pages = ['/today', '/bookings', '/calendar', '/close-out', '/journal', '/messages', '/quotes', '/clients'];
const passphrase = 'of the steady load, long enough';
const say = (line: string): void => void process.stdout.write(`${line}\n`);

const own = onPostgres ? await onServer(process.env.OSTENDO_TEST_SERVER!) : null;
const directory = own ? mkdtempSync(join(tmpdir(), 'ostendo-steady-')) : await installedDirectory();
const secret = 'a secret of the steady load, long enough to be one';
const environment: Record<string, string> = {
  OSTENDO_DATA: directory,
  OSTENDO_BACKUP_PASSPHRASE: passphrase,
  ...(own ? { DATABASE_URL: own.url, OSTENDO_SECRET: secret } : {}),
};
if (own) await installedOnServer({ DATABASE_URL: own.url, OSTENDO_SECRET: secret });
const port = await freePort();
const served = await serve(directory, { ...environment, OSTENDO_TRUSTED_PROXIES: '127.0.0.1' }, port);
const client = new Client(served.address, () => `10.${below(250)}.${below(250)}.${1 + below(250)}`);
await client.post('/api/demo/sign-in', {});

const known: Known = { bookings: [], requests: [], vouchers: [], quotes: [] };
const ways = await accountsOf(client);
const counts = { read: 0, answered: 0, refused: 0, failed: 0 };
let now = '2027-03-01T10:00:00Z';
let over = false;

const read = async (path: string): Promise<Response | null> => {
  const response = await fetch(served.address + path, { headers: { cookie: client.cookie } }).catch(() => null);
  if (response?.ok) counts.read++;
  else counts.failed++;
  return response?.ok ? response : null;
};

async function person(): Promise<void> {
  while (!over) {
    await pause(200 + below(200));
    if (below(2) === 0) {
      await (await read(pages[below(pages.length)]!))?.text();
      continue;
    }
    const asked = await something(
      known,
      { below, key: randomUUID, now: async () => now },
      {
        read: async <T>(path: string) => ((await (await read(path))?.json()) ?? null) as T | null,
        token: async (number, account) =>
          (await client.post<{ token?: string }>('/stand-in/tokens', { number, account }))?.body.token ?? null,
        ways,
      },
    );
    if (!asked) continue;
    const answer = await client.post<never>(asked.path, asked.body);
    if (!answer || answer.status >= 500) counts.failed++;
    else if (answer.status === 200) {
      counts.answered++;
      asked.learns?.(answer.body);
    } else counts.refused++;
  }
}

/** A day goes by each half minute. */
async function days(): Promise<void> {
  while (!over) {
    await pause(30_000);
    now = new Date(Date.parse(now) + 86_400_000).toISOString().replace('.000Z', 'Z');
    await client.post('/api/stand-ins/clock', { to: `${now.slice(0, 10)}T12:00` });
  }
}

async function taken(when: string): Promise<void> {
  const status = readFileSync(`/proc/${served.process.pid}/status`, 'utf8');
  const memory = Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024);
  const files = readdirSync(`/proc/${served.process.pid}/fd`).length;
  let connections = 0;
  if (own) {
    const admin = new pg.Client({ connectionString: own.url });
    await admin.connect();
    const { rows } = await admin.query<{ n: number }>(
      `select count(*)::int as n from pg_stat_activity where application_name = 'ostendo' and datname = current_database()`,
    );
    connections = rows[0]!.n;
    await admin.end();
  }
  say(`${when}: ${memory} MB, ${files} files, ${connections} connections; ${JSON.stringify(counts)}`);
}

const run = promisify(execFile);
const ostendo = (args: readonly string[], more: Record<string, string> = {}): Promise<unknown> =>
  run(process.execPath, ['--import=tsx', 'src/cli/main.ts', ...args], {
    env: { ...process.env, ...environment, PORT: String(port), ...more },
  });

/** Balances by hledger of the entries of a journal that are wanted, and which those are. */
async function balances(of: Record<string, string>, wanted: ReadonlySet<string> | null) {
  const app = await receivingApp(readConfig({ ...of, OSTENDO_UNDO_SECONDS: '0' }));
  let journal = '';
  for await (const piece of hledgerJournal(app.deps.db)) journal += piece;
  const differing = await verify(app.deps);
  await app.close();
  const [head, ...entries] = journal.split(/\n(?=\d{4}-\d\d-\d\d )/);
  const seqOf = (entry: string): string => /entry:(\d+)/.exec(entry)![1]!;
  const kept = entries.filter((entry) => !wanted || wanted.has(seqOf(entry)));
  const input = [head, ...kept].join('\n');
  const { stdout, status } = spawnSync('hledger', ['-f-', 'balance', '-N', '--flat'], { input, encoding: 'utf8' });
  return { stdout, status, entries: new Set(kept.map(seqOf)), differing: differing.length };
}

say(`${minutes} minutes on ${values.engine}, ${people} people, after two of warm-up`);
const working = [...Array.from({ length: people }, person), days()];
await pause(120_000);
await taken('after the warm-up');
const quarter = (minutes * 60_000) / 4;
await pause(quarter);
await taken('a quarter');
await pause(quarter);
await taken('half');
const file = join(mkdtempSync(join(tmpdir(), 'ostendo-steady-')), 'half.age');
const began = performance.now();
await ostendo(['backup', file]);
say(`a backup under load, verified: ${((performance.now() - began) / 1000).toFixed(1)} s`);
await pause(Math.max(0, quarter - (performance.now() - began)));
await taken('three quarters');
await pause(quarter);
await taken('the end');
over = true;
await Promise.all(working);
await served.stop();
const elsewhere = join(mkdtempSync(join(tmpdir(), 'ostendo-steady-')), 'elsewhere');
await ostendo(['restore', file, elsewhere], { DATABASE_URL: '' });
const restored = await balances({ OSTENDO_DATA: elsewhere }, null);
const source = await balances(environment, restored.entries);
say(`${restored.entries.size} entries restored; verify: ${restored.differing} differ there, ${source.differing} here`);
say(restored.stdout);
if (restored.stdout !== source.stdout || restored.status !== 0 || restored.differing + source.differing > 0) {
  console.error(`DIFFERENT:\n${source.stdout}`);
  process.exit(1);
}
say('equal balances');
await own?.drop();
process.exit(0);
