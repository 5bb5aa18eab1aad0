import { execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export const root = new URL('..', import.meta.url).pathname;
process.chdir(root);
process.env.ASTRO_TELEMETRY_DISABLED = '1';

/** Tells what is being done, so that a wait is never silent. */
export const say = (text) => console.log(text);

export function run(command, args, environment = {}) {
  execFileSync(command, args, { stdio: 'inherit', env: { ...process.env, ...environment } });
}

export function installPackages() {
  if (existsSync('node_modules/.package-lock.json')) return;
  say('Installing packages…');
  run('npm', ['ci', '--no-audit', '--no-fund']);
}

function filesUnder(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesUnder(path) : [path];
  });
}

/** A fingerprint of everything that the build reads. */
function sourcesHash() {
  const hash = createHash('sha256');
  const files = [
    ...filesUnder('src'),
    ...filesUnder('public'),
    'package-lock.json',
    'astro.config.mjs',
    'tsconfig.json',
  ];
  for (const file of files.filter((name) => !/\.test\.tsx?$/.test(name)).sort())
    hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

export function buildIfChanged() {
  const stamp = 'dist/sources.sha256';
  const wanted = sourcesHash();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Building (half a minute)…');
  run('npx', ['astro', 'build', '--silent']);
  writeFileSync(stamp, wanted);
}

/** Checks the settings before anything else is done with them, by the application's own contract. */
export async function checkSettings(environment) {
  const { tsImport } = await import('tsx/esm/api'); // installed by now, where it was missing
  const { readConfig } = await tsImport('../src/server/config.ts', import.meta.url);
  try {
    readConfig(environment);
  } catch (error) {
    console.error(error.message);
    process.exit(1);
  }
}

/** Starts the built server and answers when it is healthy; the process ends with it. */
export async function serve(environment) {
  const { PORT = '4321', HOST = '127.0.0.1' } = environment;
  const child = spawn(process.execPath, ['dist/server/main.mjs'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, ...environment, PORT, HOST, NODE_ENV: 'production' },
  });
  let ended = null;
  child.once('exit', (code, signal) => (ended = { code, signal }));
  process.once('exit', () => child.kill());
  for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => child.kill(signal));
  const address = `http://${HOST === '0.0.0.0' ? '127.0.0.1' : HOST}:${PORT}`;
  const until = Date.now() + 120_000;
  while (!ended && Date.now() < until) {
    const response = await fetch(`${address}/healthz`).catch(() => null);
    if (response?.ok) return { address, child };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(ended ? `the server ended with ${ended.code ?? ended.signal}` : 'the server did not become healthy');
}
