/**
 * `npm run fuzz`: malformed requests over every page and endpoint, as a stranger and as the owner. Ends with 1 on any answer
 * of 5xx, on one that took past its deadline, on a body that was read beyond its limit, and where the server did not live on.
 */
import { request as httpRequest } from 'node:http';
import { mkdtempSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { demoDirectory, demoOnServer } from '../../e2e/installed';
import { serve } from '../../e2e/server';
import { onServer } from '../databases';
import { isSignedIn, knownTexts, signedIn } from './knownTexts';
import { allRoutes, type Route } from './routes';
import { type Draw, drawFrom, nearly, oddBodies, oddHeaders, oddTexts } from './values';

const { values: options } = parseArgs({
  options: { requests: { type: 'string', default: '10000' }, seed: { type: 'string' }, cut: { type: 'boolean' } },
});
const wanted = Number(options.requests);
const seed = Number(options.seed ?? Date.now() % 1_000_000);
/** Milliseconds for an answer, on a machine that does other things beside. */
const deadline = 20_000;
const atOnce = 6;

type Answer = { readonly status: number; readonly ms: number };
type Tried = { readonly route: string; readonly said: string } & Answer;

/** By hand, so that anything may stand in the address, the headers and the body. */
const send = (
  address: URL,
  about: { method: string; path: string; headers: Record<string, string>; body?: string | Uint8Array },
): Promise<Answer> =>
  new Promise((resolve) => {
    const begun = performance.now();
    const end = (status: number): void => resolve({ status, ms: performance.now() - begun });
    try {
      const sent = httpRequest(
        { host: address.hostname, port: address.port, agent: false, timeout: deadline * 2, ...about },
        (response) => {
          response.resume();
          response.on('end', () => end(response.statusCode!));
          response.on('error', () => end(response.statusCode!));
        },
      );
      sent.on('error', () => end(0));
      sent.on('timeout', () => sent.destroy());
      sent.end(about.body);
    } catch {
      end(-1); // what cannot even be sent
    }
  });

const pathOf = (route: Route, draw: Draw, known: readonly string[]): string =>
  route.path.replace(/\[(?:\.\.\.)?\w+\]/g, () =>
    draw.chance(0.5) ? encodeURIComponent(draw.of(known)) : draw.of(oddTexts),
  );

const names = [
  'from',
  'to',
  'service',
  'count',
  'start',
  'text',
  'sort',
  'page',
  'mail',
  'stage',
  'state',
  'code',
  'mode',
];
const queryOf = (draw: Draw, known: readonly string[]): string => {
  if (draw.chance(0.4)) return '';
  const pairs = Array.from({ length: 1 + draw.below(4) }, () => {
    const value = draw.chance(0.4) ? encodeURIComponent(draw.of(known)) : draw.of(oddTexts);
    return `${draw.of(names)}=${value}`;
  });
  return `?${pairs.join('&')}`;
};

/** What the owner's session is needed for afterwards, or what would take hours, is only tried in forms that cannot succeed. */
const onlyOdd = new Set([
  '/api/stand-ins/clock',
  '/api/door/end-other-sessions',
  '/api/auth/[...all]',
  '/api/door/end-session',
]);

function bodyOf(
  route: Route,
  draw: Draw,
  known: readonly string[],
): readonly [type: string, body: string | Uint8Array] {
  if (!route.schema || onlyOdd.has(route.path) || draw.chance(0.25)) return draw.of(oddBodies);
  return ['application/json', nearly(route.schema, draw, known)];
}

function requestTo(route: Route, draw: Draw, known: readonly string[], cookie: string) {
  const usual = draw.chance(0.9);
  const method = usual
    ? draw.of(route.methods)
    : draw.of(['GET', 'POST', 'HEAD', 'OPTIONS', 'PUT', 'DELETE', 'TRACE', 'PATCH']);
  const [type, body] = method === 'GET' || method === 'HEAD' ? ['', ''] : bodyOf(route, draw, known);
  const network = `203.0.${draw.below(250)}.${draw.below(250)}`;
  const headers: Record<string, string> = {
    'x-forwarded-for': draw.chance(0.95) ? network : draw.of(['unknown', '::', 'a, b', '1.2.3.4:80', '%00']),
    ...(type ? { 'content-type': type } : {}),
    ...(draw.chance(0.7) ? { cookie } : {}),
    ...(draw.chance(0.8) ? {} : draw.of(oddHeaders)),
    ...(draw.chance(0.97) ? {} : { origin: draw.of(['null', 'x', 'http://[', 'https://evil.example']) }),
    ...(draw.chance(0.98) ? {} : { host: draw.of(['', 'a b', 'evil.example', '[::', 'x'.repeat(300)]) }),
  };
  const path = pathOf(route, draw, known) + (method === 'GET' || draw.chance(0.1) ? queryOf(draw, known) : '');
  if (body !== '') headers['content-length'] = String(Buffer.byteLength(body));
  return { method, path, headers, ...(body === '' ? {} : { body }) };
}

/** A body that says it is 300 MB is refused before it has come. */
function refusesUnread(address: URL, path: string): Promise<boolean> {
  return new Promise((resolve) => {
    const socket = connect(Number(address.port), address.hostname);
    const timer = setTimeout(() => socket.destroy(), 5_000);
    let answer = '';
    socket.setEncoding('latin1').on('data', (piece: string) => {
      answer += piece;
      socket.destroy();
    });
    socket.on('error', () => undefined);
    socket.on('close', () => {
      clearTimeout(timer);
      resolve(/^HTTP\/1\.1 (413|405|4\d\d)/.test(answer));
    });
    const head = ['content-type: application/json', `content-length: ${300_000_000}`, `host: ${address.host}`];
    socket.write(`POST ${path} HTTP/1.1\r\n${head.join('\r\n')}\r\n\r\n{"a":"`);
  });
}

/** `node scripts/withPostgres.mjs npm run fuzz` puts it on PostgreSQL. */
async function serveOnServer(url: string, settings: Record<string, string>) {
  const { url: own } = await onServer(url);
  const environment = { DATABASE_URL: own, OSTENDO_SECRET: 'a secret of the fuzzer, long enough to be one' };
  await demoOnServer(environment);
  return serve(mkdtempSync(join(tmpdir(), 'ostendo-fuzz-')), { ...environment, ...settings });
}

async function main(): Promise<number> {
  const settings = { OSTENDO_TRUSTED_PROXIES: 'loopback', OSTENDO_LOG: 'error' };
  const served = await (process.env.OSTENDO_TEST_SERVER
    ? serveOnServer(process.env.OSTENDO_TEST_SERVER, settings)
    : serve(await demoDirectory(), settings));
  const address = new URL(served.address);
  const routes = allRoutes();
  let cookie = await signedIn(served.address);
  const known = await knownTexts(served.address, cookie);
  const draw = drawFrom(seed);
  console.log(`seed ${seed}, ${wanted} requests over ${routes.length} routes, ${known.length} known texts`);

  const tried: Tried[] = [];
  const begun = performance.now();
  let next = 0;
  const worker = async (): Promise<void> => {
    while (next < wanted) {
      const route = routes[next++ % routes.length]!;
      const asked = requestTo(route, draw, known, cookie);
      const answer = await send(address, asked);
      const said = `${asked.method} ${asked.path.slice(0, 120)} ${JSON.stringify(asked.headers).slice(0, 200)} ${String(asked.body ?? '').slice(0, 300)}`;
      tried.push({ route: route.path, said, ...answer });
      // Somebody may have signed the owner out by a request that was well formed.
      if (tried.length % 200 === 0 && !(await isSignedIn(served.address, cookie)))
        cookie = await signedIn(served.address);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
  const unread: string[] = [];
  for (const { path, methods } of routes)
    if (methods.includes('POST') && !(await refusesUnread(address, path.replace(/\[.*?\]/g, 'x')))) unread.push(path);
  const health = await fetch(`${served.address}/healthz`).then(({ status }) => status);
  const lived = served.process.exitCode === null && health === 200;
  await served.stop();

  report(tried, performance.now() - begun);
  const broken = tried.filter(({ status }) => status >= 500);
  const late = tried.filter(({ ms }) => ms > deadline);
  for (const { said, status } of broken.slice(0, 40)) console.log(`${status}: ${said}`);
  if (options.cut)
    for (const { said, status } of tried.filter((each) => each.status <= 0)) console.log(`${status}: ${said}`);
  for (const { said, ms } of late) console.log(`${Math.round(ms)} ms: ${said}`);
  if (unread.length > 0) console.log(`read beyond their limit: ${unread.join(', ')}`);
  console.log(
    `${tried.length} requests, ${broken.length} of status 5xx, ${late.length} late, ${unread.length} read too far, server ${lived ? 'lives' : 'is gone'}; seed ${seed}`,
  );
  return broken.length + late.length + unread.length === 0 && lived ? 0 : 1;
}

function grouped<T, K>(items: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
}

function report(tried: readonly Tried[], ms: number): void {
  const byRoute = grouped(tried, ({ route }) => route);
  for (const [route, all] of [...byRoute].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const counts = [...grouped(all, ({ status }) => status)].sort(([a], [b]) => a - b);
    const only429 = all.every(({ status }) => status === 429) ? '  NOT TRIED: only ever told to wait' : '';
    console.log(
      `${route.padEnd(44)} ${counts.map(([status, these]) => `${status}×${these.length}`).join(' ')}${only429}`,
    );
  }
  const slowest = tried.toSorted((a, b) => b.ms - a.ms).slice(0, 10);
  console.log(`${Math.round(tried.length / (ms / 1000))} a second; the slowest:`);
  for (const { ms: took, status, said } of slowest)
    console.log(`  ${Math.round(took)} ms  ${status}  ${said.slice(0, 110)}`);
}

process.exit(await main());
