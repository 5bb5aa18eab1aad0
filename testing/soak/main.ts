import { randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { usualDocuments } from '#core/invoices/settings';
import { demoSeller } from '#demo/books';
import { demoOwner } from '#demo/scenario';
import { accountsOf, Client, type PaidThrough } from '../../e2e/client';
import { installedDirectory, installedOnServer } from '../../e2e/installed';
import { freePort, serve, type Served } from '../../e2e/server';
import { onServer } from '../databases';
import { numbersFrom } from '../numbers';
import { type Asked, type Known, something } from './actions';
import { changedSince, differences } from './check';

/**
 * `npm run soak -- --kills N`: everything that people ask of the application, at random, in a world that misbehaves, the
 * process killed at random moments; after each batch everything is compared. It stops at the first difference with what
 * is needed to repeat it: the seed, and the data as they are.
 */
const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '20' },
    seed: { type: 'string', default: String(Date.now() % 1e6) },
    engine: { type: 'string', default: 'pglite' },
    batch: { type: 'string', default: '25' },
    /** How long a process lives at most: milliseconds. */
    life: { type: 'string', default: '5000' },
    faults: {
      type: 'string',
      default: 'slow=6 silent=1 lost=5 wrong=3 late=10 twice=10 shuffled=20 mailDown=5 mailHangsUp=2',
    },
  },
});
const kills = Number(values.kills);
const batchSize = Number(values.batch);
const server = values.engine === 'postgres' ? process.env.OSTENDO_TEST_SERVER : undefined;
if (values.engine === 'postgres' && !server) throw new Error('npm run soak starts PostgreSQL itself: use it');
const workers = 4;
const clockDays = 9;
/** Banks dispute ten weeks after a payment: once in a batch that goes by at once. */
const untilDisputes = 72;

const below = numbersFrom(Number(values.seed));
const say = (line: string): void => void process.stdout.write(`${line}\n`);
const totals: Record<string, number> = {};
const count = (what: string, by = 1): void => void (totals[what] = (totals[what] ?? 0) + by);

type Batch = { readonly environment: Record<string, string>; readonly directory: string; drop(): Promise<unknown> };

async function begin(): Promise<Batch> {
  if (!server) {
    const directory = await installedDirectory();
    return { directory, environment: { OSTENDO_DATA: directory }, drop: async () => undefined };
  }
  const own = await onServer(server);
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-soak-'));
  const environment = { DATABASE_URL: own.url, OSTENDO_SECRET: 'a secret of the soak, long enough to be one' };
  await installedOnServer(environment);
  return { directory, environment: { ...environment, OSTENDO_DATA: directory }, drop: own.drop };
}

/** One that is asked while it lives. */
type Process = { readonly served: Served; readonly client: Client };

class Run {
  readonly known: Known = { bookings: [], requests: [], vouchers: [], quotes: [] };
  readonly unanswered: Asked[] = [];
  readonly answered: Asked[] = [];
  processes: Process[] = [];
  ways: readonly PaidThrough[] = [];
  now = '2027-03-01T10:00:00Z';
  over = false;
  readonly found: string[] = [];

  private anyOf = (): Process | undefined => this.processes[below(Math.max(1, this.processes.length))];

  private async read<T>(path: string): Promise<T | null> {
    const one = this.anyOf();
    if (!one) return null;
    const response = await fetch(one.served.address + path, {
      headers: { cookie: one.client.cookie },
      signal: AbortSignal.timeout(20_000),
    }).catch(() => null);
    return response?.ok ? ((await response.json().catch(() => null)) as T | null) : null;
  }

  private async ask(asked: Asked): Promise<void> {
    const one = this.anyOf();
    const answer = one ? await one.client.post<{ code?: string }>(asked.path, asked.body) : null;
    if (!answer || answer.status >= 500) {
      if (answer?.body.code === 'fault')
        this.found.push(`${asked.path} ended in a fault: ${JSON.stringify(asked.body)}`);
      count('not answered');
      this.unanswered.push(asked);
      await pause(50);
      return;
    }
    if (answer.status !== 200) {
      count(answer.status === 429 ? 'too many' : 'refused');
      count(`  ${asked.path.split('/').slice(2).join(' ')} refused: ${answer.body.code}`);
      return;
    }
    count('answered');
    count(`  ${asked.path.split('/').slice(2).join(' ')}`);
    asked.learns?.(answer.body as never);
    this.answered.push(asked);
  }

  async work(): Promise<void> {
    while (!this.over) {
      if (this.processes.length === 0) {
        await pause(50);
        continue;
      }
      const left = below(3) === 0 ? this.unanswered.shift() : undefined;
      const asked =
        left ??
        (await something(
          this.known,
          { below, key: randomUUID, now: async () => this.now },
          {
            read: (path) => this.read(path),
            token: async (number, account) =>
              (await this.anyOf()?.client.post<{ token?: string }>('/stand-in/tokens', { number, account }))?.body
                .token ?? null,
            ways: this.ways,
          },
        ));
      if (asked) await this.ask(asked);
      else await pause(20);
    }
  }

  /** Everything that had no answer is asked again until it has one, as a person would. */
  async rest(): Promise<void> {
    for (let tries = 0; this.unanswered.length > 0 && tries < 2000; tries++) await this.ask(this.unanswered.shift()!);
    if (this.unanswered.length > 0) this.found.push(`${this.unanswered.length} requests never had an answer`);
  }

  async repeatAll(): Promise<void> {
    for (const asked of this.answered) {
      if (!asked.keyed) continue;
      const answer = await this.anyOf()!.client.post<{ code?: string }>(asked.path, asked.body);
      count(answer?.status === 200 ? 'asked again, answered alike' : `asked again, ${answer?.body.code}`);
    }
  }
}

async function start(batch: Batch, port: number, faults: string | null): Promise<Process> {
  const served = await serve(
    batch.directory,
    { ...batch.environment, OSTENDO_TRUSTED_PROXIES: '127.0.0.1', ...(faults ? { OSTENDO_FAULTS: faults } : {}) },
    port,
  );
  // People come from everywhere: the limits of one address are not what is tried here.
  const client = new Client(served.address, () => `10.${below(250)}.${below(250)}.${1 + below(250)}`);
  for (let tries = 0; tries < 100; tries++) {
    const answer = await client.post('/api/demo/sign-in', {});
    if (answer?.status === 200) break;
    await pause(100);
  }
  return { served, client };
}

/** Until it is answered: the world misbehaves from the first moment. */
async function set(client: Client, path: string, body: object): Promise<void> {
  for (;;) {
    const saved = await client.post(path, body);
    if (saved?.status === 200) return;
    if (saved && saved.status < 500) throw new Error(`${path}: ${JSON.stringify(saved.body)}`);
  }
}

async function oneBatch(size: number): Promise<readonly string[]> {
  const batch = await begin();
  const run = new Run();
  const ports = await Promise.all(Array.from({ length: server ? 2 : 1 }, freePort));
  const faults = (): string => `seed=${below(1e9)} ${values.faults}`;
  for (const port of ports) run.processes.push(await start(batch, port, faults()));
  const { client } = run.processes[0]!;
  while (run.ways.length === 0) run.ways = await accountsOf(client).catch(() => []); // a processor may be silent
  // Documents are issued with each receipt.
  const settings = {
    ...usualDocuments,
    from: run.now.slice(0, 10),
    onAccount: 'receipt',
    addressNeeded: false,
    send: true,
  };
  const { name, line, email } = demoOwner;
  await set(client, '/api/business/save', { name, line, email, country: 'PT', look: {} });
  await set(client, '/api/documents/settings', { settings, seller: demoSeller });
  const working = Array.from({ length: workers }, () => run.work());
  for (let kill = 0; kill < size && run.found.length === 0; kill++) {
    const leaps = kill === Math.floor(size / 3);
    if (leaps || below(3) > 0) {
      const days = leaps ? untilDisputes : below(clockDays);
      run.now = new Date(Date.parse(run.now) + days * 86_400_000).toISOString().replace('.000Z', 'Z');
      const to = `${run.now.slice(0, 10)}T12:00`;
      if (leaps) await arrived(to);
      else void run.processes[0]!.client.post('/api/stand-ins/clock', { to });
    }
    await pause(300 + below(Number(values.life)));
    const index = below(run.processes.length);
    const [dying] = run.processes.splice(index, 1);
    await dying!.served.stop('SIGKILL');
    count('kills');
    run.processes.push(await start(batch, ports[portOf(dying!)]!, faults()));
  }
  run.over = true;
  await Promise.all(working);
  await run.rest();
  for (const { served } of run.processes) await served.stop('SIGKILL');
  if (run.found.length > 0)
    return [...run.found, `the data: ${batch.directory} ${batch.environment.DATABASE_URL ?? ''}`];
  const compared = await differences(batch.environment, run.answered);
  count('left not through', compared.left);
  run.processes = [await start(batch, ports[0]!, null)];
  await run.repeatAll();
  for (const { served } of run.processes) await served.stop();
  const changed = compared.found.length > 0 ? [] : await changedSince(batch.environment, compared.counts);
  const found = [...compared.found, ...changed];
  for (const [what, many] of Object.entries(compared.counts)) count(`made: ${what}`, many);
  if (found.length > 0) return [...found, `the data: ${batch.directory} ${batch.environment.DATABASE_URL ?? ''}`];
  await batch.drop();
  return [];

  /** A move ends with its process: over weeks nobody is killed, so that the days are really over. */
  async function arrived(to: string): Promise<void> {
    for (let looks = 0; looks < 200; looks++) {
      const answer = await run.processes[0]!.client.post<{ code?: string }>('/api/stand-ins/clock', { to });
      if (answer?.body.code === 'clock_goes_forward') return;
      await pause(500);
    }
  }
  function portOf({ served }: Process): number {
    return ports.indexOf(Number(new URL(served.address).port));
  }
}

say(`seed ${values.seed}, ${kills} kills on ${values.engine}, ${batchSize} a batch; ${values.faults}`);
for (let done = 0; done < kills; done += batchSize) {
  const found = await oneBatch(Math.min(batchSize, kills - done));
  const { kills: killed = 0, answered = 0, refused = 0 } = totals;
  say(
    `${killed} kills, ${answered} answered, ${refused} refused, ${totals['not answered'] ?? 0} without an answer at first`,
  );
  if (found.length > 0) {
    console.error(`DIFFERENT, seed ${values.seed}:\n${found.join('\n')}`);
    console.error(JSON.stringify(totals, null, 1));
    process.exit(1);
  }
}
say(JSON.stringify(totals, null, 1));
say('0 lost, 0 twice');
process.exit(0);
