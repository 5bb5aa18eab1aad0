// Runs a command with OSTENDO_TEST_SERVER naming a PostgreSQL server of its own, thrown away afterwards.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const versions = readdirSync('/usr/lib/postgresql').sort((a, b) => Number(b) - Number(a));
const bin = `/usr/lib/postgresql/${versions[0]}/bin`;
const directory = mkdtempSync(join(tmpdir(), 'ostendo-postgres-'));
// PostgreSQL refuses to run as root; there, Debian's own user runs it.
const asRoot = process.getuid() === 0;
const own = (command, args) => (asRoot ? ['runuser', ['-u', 'postgres', '--', command, ...args]] : [command, args]);
if (asRoot) execFileSync('chown', ['postgres', directory]);
chmodSync(directory, 0o700);

const port = await new Promise((resolve) => {
  const probe = createServer().listen(0, '127.0.0.1', () => {
    const { port: free } = probe.address();
    probe.close(() => resolve(free));
  });
});
execFileSync(
  ...own(`${bin}/initdb`, [
    '-D',
    directory,
    '-U',
    'ostendo',
    '-A',
    'trust',
    '--no-sync',
    '-E',
    'UTF8',
    '--locale=C.UTF-8',
  ]),
  { stdio: 'ignore' },
);
const server = spawn(
  ...own(`${bin}/postgres`, [
    '-D',
    directory,
    '-p',
    String(port),
    '-k',
    directory,
    '-c',
    'listen_addresses=127.0.0.1',
    '-c',
    'fsync=off',
    '-c',
    'max_connections=200',
  ]),
  { stdio: 'ignore' },
);
let status = 1;
try {
  for (let tries = 0; tries < 100; tries++) {
    if (spawnSync(`${bin}/pg_isready`, ['-q', '-h', '127.0.0.1', '-p', String(port)]).status === 0) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const [command, ...args] = process.argv.slice(2);
  status =
    spawnSync(command, args, {
      stdio: 'inherit',
      env: { ...process.env, OSTENDO_TEST_SERVER: `postgres://ostendo@127.0.0.1:${port}/postgres` },
    }).status ?? 1;
} finally {
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGINT');
  await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, 5000))]);
  rmSync(directory, { recursive: true, force: true });
}
process.exit(status);
