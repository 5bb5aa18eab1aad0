import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { Client, rentalAsked } from '../../e2e/client';
import { installedOnServer } from '../../e2e/installed';
import { freePort, serve, type Served } from '../../e2e/server';
import { onServer } from '../databases';

/**
 * `npm run soak -- --rolling`: two processes on one PostgreSQL behind Debian's haproxy, each restarted several times while
 * people read and write through it. Every request must have its answer.
 */
const rounds = 4;
const people = 6;

/** As docs/running.md has it. */
const configuration = (front: number, backs: readonly number[]): string => `
defaults
  mode http
  timeout connect 2s
  timeout client 70s
  timeout server 70s
  timeout check 5s
  option redispatch
  retries 5
  retry-on conn-failure
frontend clients
  bind 127.0.0.1:${front}
  default_backend ostendo
backend ostendo
  balance roundrobin
  http-reuse never
  option forwardfor
  option httpchk
  http-check send meth GET uri /readyz ver HTTP/1.1 hdr Host localhost
  default-server check inter 500ms fall 2 rise 1 observe layer4 error-limit 1 on-error mark-down
${backs.map((port, index) => `  server p${index} 127.0.0.1:${port}`).join('\n')}
`;

const own = await onServer(process.env.OSTENDO_TEST_SERVER!);
const environment = { DATABASE_URL: own.url, OSTENDO_SECRET: 'a secret of the rolling restart, long enough' };
await installedOnServer(environment);
const directory = mkdtempSync(join(tmpdir(), 'ostendo-rolling-'));
const ports = [await freePort(), await freePort()];
const front = await freePort();
const address = `http://127.0.0.1:${front}`;
const more = { ...environment, OSTENDO_URL: address, OSTENDO_TRUSTED_PROXIES: '127.0.0.1' };
const file = join(directory, 'haproxy.cfg');
writeFileSync(file, configuration(front, ports));
const processes: Served[] = [];
for (const port of ports) processes.push(await serve(directory, more, port));
const proxy: ChildProcess = spawn('haproxy', ['-f', file], { stdio: 'inherit' });
await pause(1500);

const counts = { read: 0, written: 0, lost: 0 };
const wrong = new Map<string, number>();
const lost = (why: string): void => {
  counts.lost++;
  wrong.set(why, (wrong.get(why) ?? 0) + 1);
};
let over = false;
async function person(): Promise<void> {
  const client = new Client(address);
  await client.post('/api/demo/sign-in', {});
  while (!over) {
    const made = await client.post<{ number?: string; code?: string }>('/api/bookings/create', rentalAsked());
    if (made?.status === 200) counts.written++;
    else lost(`create ${made?.status ?? 'no answer'} ${made?.body.code ?? ''}`);
    for (const path of ['/api/today', `/api/booking/${made?.body.number ?? ''}`, '/bookings']) {
      const response = await fetch(address + path, { headers: { cookie: client.cookie } }).catch(() => null);
      await response?.arrayBuffer().catch(() => null);
      if (response?.status === 200) counts.read++;
      else lost(`${path.replace(/B-\d+/, 'B-…')} ${response?.status ?? 'no answer'}`);
    }
  }
}
const working = Array.from({ length: people }, person);
for (let round = 0; round < rounds; round++)
  for (const [index, port] of ports.entries()) {
    await pause(3000);
    await processes[index]!.stop();
    processes[index] = await serve(directory, more, port);
  }
await pause(2000);
over = true;
await Promise.all(working);
proxy.kill();
for (const each of processes) await each.stop();
await own.drop();
process.stdout.write(
  `${rounds * ports.length} restarts: ${counts.written} written, ${counts.read} read, ${counts.lost} lost\n`,
);
for (const [why, many] of wrong) process.stdout.write(`  ${many} × ${why}\n`);
process.exit(counts.lost === 0 ? 0 : 1);
