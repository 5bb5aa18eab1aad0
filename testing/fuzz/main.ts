/**
 * `npm run fuzz`: requests over every page and endpoint, as the owner, as a client and as a stranger: such as are made, from
 * each route's own contract and what the installation has, the same with something changed, and what is none at all. Ends
 * with 1 on any answer of 5xx, on one that took past its deadline, on a body that was read beyond its limit, where the
 * server did not live on, and in a full run on a route that never accepted, or never refused, what it should.
 */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { serve } from '../../e2e/server';
import { onServer } from '../databases';
import { clientRecipes } from './clientRecipes';
import { doorRecipes } from './doorRecipes';
import { fileRecipes, healthKey } from './fileRecipes';
import { fromContract, mutated } from './fromContract';
import { House } from './house';
import { fullDirectory, fullOnServer, fuzzedSecret } from './installed';
import { ownerRecipes } from './ownerRecipes';
import type { Given, Recipes } from './recipes';
import { refusalRecipes } from './refusalRecipes';
import { gaps, report, type Tried } from './report';
import { allRoutes, type Route } from './routes';
import { refusesUnread, send } from './send';
import { type Draw, drawFrom, oddBodies, oddHeaders, oddJson, oddTexts } from './values';
import { signedIn, someNetwork, Visitor } from './visitor';

const { values: options } = parseArgs({
  options: {
    requests: { type: 'string', default: '10000' },
    seed: { type: 'string' },
    cut: { type: 'boolean' },
    /** These routes alone, with what was sent and answered. */
    only: { type: 'string' },
  },
});
const wanted = Number(options.requests);
const seed = Number(options.seed ?? Date.now() % 1_000_000);
/** Milliseconds for an answer, on a machine that does other things beside. */
const deadline = 20_000;
const atOnce = 4;
/** From so many on, each route was tried often enough to ask what it answered. */
const full = 10_000;

const recipes: Recipes = { ...fileRecipes, ...ownerRecipes, ...clientRecipes, ...doorRecipes };

type Kind = 'good' | 'refused' | 'changed' | 'odd';
type Asked = {
  readonly method: string;
  readonly path: string;
  readonly headers: Record<string, string>;
  readonly body?: string | Uint8Array;
};

/** What would bring the house down, or years in a moment, where something of it is changed by chance. */
const notChanged = new Set([
  '/api/auth/[...all]',
  '/api/stand-ins/clock',
  '/api/stand-ins/faults',
  '/api/events/[provider]',
]);
/** What ends or locks the owner's session: tried last, one after the other. */
const ofTheDoor = /^\/api\/(?:door\/|begin\/test-account|auth\/)/;

const unknown = 'c0ffee00-0000-4000-8000-000000000000';
const unknownToken = 'x'.repeat(43);
/** Fields that name something: with what is nowhere. */
const naming: Readonly<Record<string, string>> = Object.fromEntries([
  ...['bookingId', 'quoteId', 'requestId', 'clientId', 'voucherId', 'termsId', 'serviceId', 'placeId', 'accountId'].map(
    (name) => [name, unknown],
  ),
  ...['claimId', 'receiptId', 'messageId', 'payoutId', 'dispute', 'id', 'templateId', 'agreementId', 'cardId'].map(
    (name) => [name, unknown],
  ),
  ...['link', 'key', 'token', 'card', 'state'].map((name) => [name, unknownToken]),
  ['provider', 'nobody'],
]);

/** The path with what stands in it, and the rest as its query. */
function addressOf(route: Route, given: Record<string, unknown>): string {
  const rest = new Map(Object.entries(given).filter(([, value]) => value !== undefined && value !== null));
  const path = route.path.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) => {
    const value = String(rest.get(name) ?? '');
    rest.delete(name);
    return encodeURIComponent(value);
  });
  const query = new URLSearchParams([...rest].map(([name, value]) => [name, String(value)]));
  return rest.size > 0 ? `${path}?${query.toString()}` : path;
}

const isRow = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What its path names, of what is there. */
function paramsOf(route: Route, house: House): Record<string, unknown> {
  const pool = house.poolFor(route.path);
  const names = [...route.path.matchAll(/\[(?:\.\.\.)?(\w+)\]/g)].map(([, name]) => name!);
  return Object.fromEntries(names.map((name) => [name, pool(name).length > 0 ? house.draw.of(pool(name)) : 'x']));
}

/** One that should be accepted, with its body or what its address names. */
async function goodRequest(route: Route, house: House, given: Given): Promise<{ asked: Asked; value: unknown }> {
  const [method] = route.methods as [string];
  const over = { ...paramsOf(route, house), ...given.over };
  const headers: Record<string, string> = {
    'x-forwarded-for': someNetwork(),
    cookie: given.cookie ?? house.me.cookie,
    origin: house.me.address,
    ...given.headers,
  };
  if (!route.contract) {
    const path = given.path ?? addressOf(route, over);
    const posts = route.methods.includes('POST') && given.body !== undefined;
    const type = given.type ?? 'application/x-www-form-urlencoded';
    if (!posts) return { asked: { method: 'GET', path, headers }, value: null };
    return {
      asked: { method: 'POST', path, headers: { ...headers, 'content-type': type }, body: given.body! },
      value: null,
    };
  }
  const value =
    given.whole ??
    fromContract(route.contract, house.poolFor(route.path), house.draw, method === 'GET' ? over : (given.over ?? {}));
  if (method === 'GET') return { asked: { method, path: addressOf(route, isRow(value) ? value : {}), headers }, value };
  const asked = { method, path: route.path, headers: { ...headers, 'content-type': 'application/json' } };
  return { asked: { ...asked, body: JSON.stringify(value) }, value };
}

/** The same about something that is nowhere. */
function aboutNothing(asked: Asked, value: unknown, draw: Draw): Asked | null {
  if (!isRow(value)) return null;
  const fields = Object.keys(value).filter((name) => name in naming);
  if (fields.length === 0) return null;
  const name = draw.of(fields);
  const held = { ...value, [name]: Array.isArray(value[name]) ? [naming[name]] : naming[name] };
  return { ...asked, body: JSON.stringify(held) };
}

/** What no page of ours sends. */
function oddRequest(route: Route, house: House): Asked {
  const { draw } = house;
  const method = draw.chance(0.8)
    ? draw.of(route.methods)
    : draw.of(['GET', 'POST', 'HEAD', 'OPTIONS', 'PUT', 'DELETE', 'TRACE', 'PATCH']);
  const [type, body] = method === 'GET' || method === 'HEAD' ? ['', ''] : draw.of(oddBodies);
  const headers: Record<string, string> = {
    'x-forwarded-for': draw.chance(0.95) ? someNetwork() : draw.of(['unknown', '::', 'a, b', '1.2.3.4:80', '%00']),
    ...(type ? { 'content-type': type } : {}),
    ...(draw.chance(0.7) ? { cookie: house.me.cookie } : {}),
    ...(draw.chance(0.6) ? {} : draw.of(oddHeaders)),
    ...(draw.chance(0.97) ? {} : { origin: draw.of(['null', 'x', 'http://[', 'https://evil.example']) }),
    ...(draw.chance(0.98) ? {} : { host: draw.of(['', 'a b', 'evil.example', '[::', 'x'.repeat(300)]) }),
  };
  const params = paramsOf(route, house);
  const path = route.path.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) =>
    draw.chance(0.3) ? encodeURIComponent(String(params[name])) : draw.of(oddTexts),
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
    'stage',
    'state',
    'code',
    'mode',
    'before',
  ];
  const pairs = Array.from({ length: draw.below(4) }, () => `${draw.of(names)}=${draw.of(oddTexts)}`);
  const query = pairs.length > 0 ? `?${pairs.join('&')}` : '';
  return { method, path: path + query, headers, ...(body === '' ? {} : { body }) };
}

async function requestOf(route: Route, kind: Kind, house: House): Promise<Asked | null> {
  if (kind === 'odd' || (kind === 'changed' && notChanged.has(route.path))) return oddRequest(route, house);
  if (kind === 'refused') {
    const recipe = refusalRecipes[route.path];
    if (recipe) {
      const given = await recipe(house);
      return given && (await goodRequest(route, house, given)).asked;
    }
  }
  const recipe = recipes[route.path];
  const given = recipe ? await recipe(house) : {};
  if (!given) return null;
  const { asked, value } = await goodRequest(route, house, given);
  if (kind === 'good') return asked;
  if (kind === 'refused') return asked.method === 'POST' ? aboutNothing(asked, value, house.draw) : null;
  if (value === null || asked.method === 'GET')
    return { ...asked, path: asked.path + `?${house.draw.of(['page', 'from', 'to', 'x'])}=${house.draw.of(oddTexts)}` };
  return { ...asked, body: mutated(value, house.draw, oddJson) };
}

/** `node scripts/withPostgres.mjs npm run fuzz` puts it on PostgreSQL. */
async function serveOnServer(url: string, settings: Record<string, string>) {
  const { url: own } = await onServer(url);
  const environment = { DATABASE_URL: own, OSTENDO_SECRET: fuzzedSecret };
  await fullOnServer(own);
  return serve(mkdtempSync(join(tmpdir(), 'ostendo-fuzz-')), { ...environment, ...settings });
}

async function tryOne(route: Route, kind: Kind, house: House, address: URL): Promise<Tried> {
  const asked = await requestOf(route, kind, house).catch((error: unknown) => {
    if (options.only) console.log(error);
    return null;
  });
  if (!asked) return { route: route.path, kind, status: -2, code: '', ms: 0, said: '' };
  if (asked.body !== undefined) asked.headers['content-length'] = String(Buffer.byteLength(asked.body));
  const answer = await send(address, asked, deadline);
  const body = String(asked.body ?? '');
  if (options.only) console.log(kind, answer.status, answer.text.slice(0, 300), '<-', asked.path, body.slice(0, 900));
  const said = `${asked.method} ${asked.path.slice(0, 120)} ${JSON.stringify(asked.headers).slice(0, 200)} ${body.slice(0, 600)}`;
  if (ofTheDoor.test(route.path)) await house.afterDoor(answer.cookies);
  return { route: route.path, kind, said, ...answer };
}

const kinds: readonly Kind[] = ['good', 'refused', 'changed', 'odd', 'changed', 'good', 'changed', 'odd'];

async function main(): Promise<number> {
  const settings = {
    OSTENDO_TRUSTED_PROXIES: 'loopback',
    OSTENDO_LOG: 'error',
    OSTENDO_SECRET: fuzzedSecret,
    OSTENDO_HEALTH_KEY: healthKey,
    // Letters that were sent by hand can be called back so long.
    OSTENDO_UNDO_SECONDS: '20',
  };
  const served = await (process.env.OSTENDO_TEST_SERVER
    ? serveOnServer(process.env.OSTENDO_TEST_SERVER, settings)
    : serve(await fullDirectory(), settings));
  const address = new URL(served.address);
  const only = options.only?.split(',');
  const routes = allRoutes().filter(({ path }) => !only || only.includes(path));
  const draw = drawFrom(seed);
  const house = new House(new Visitor(served.address, await signedIn(served.address)), draw);
  await house.prepare();
  await house.look();
  console.log(`seed ${seed}, ${wanted} requests over ${routes.length} routes`);

  const tried: Tried[] = [];
  const begun = performance.now();
  const turnsOf = (these: readonly Route[]): (() => Promise<void>) => {
    const share = Math.round((wanted * these.length) / routes.length);
    let next = 0;
    return async () => {
      while (next < share) {
        const at = next++;
        const kind = kinds[Math.floor(at / these.length) % kinds.length]!;
        tried.push(await tryOne(these[at % these.length]!, kind, house, address));
        if (tried.length % 100 === 0) await keepIn(house);
      }
    };
  };
  const most = turnsOf(routes.filter(({ path }) => !ofTheDoor.test(path)));
  await Promise.all(Array.from({ length: only ? 1 : atOnce }, most));
  await keepIn(house);
  await turnsOf(routes.filter(({ path }) => ofTheDoor.test(path)))();
  const unread: string[] = [];
  for (const { path, methods } of routes)
    if (methods.includes('POST') && !(await refusesUnread(address, path.replace(/\[.*?\]/g, 'x')))) unread.push(path);
  const health = await fetch(`${served.address}/healthz`).then(({ status }) => status);
  const lived = served.process.exitCode === null && health === 200;
  await served.stop();

  report(tried, routes, performance.now() - begun);
  const broken = tried.filter(({ status }) => status >= 500);
  const late = tried.filter(({ ms }) => ms > deadline);
  for (const { said, status } of broken.slice(0, 40)) console.log(`${status}: ${said}`);
  if (options.cut)
    for (const { said, status } of tried.filter((each) => each.status <= 0)) console.log(`${status}: ${said}`);
  for (const { said, ms } of late) console.log(`${Math.round(ms)} ms: ${said}`);
  if (unread.length > 0) console.log(`read beyond their limit: ${unread.join(', ')}`);
  const open = gaps(tried, routes);
  for (const { path, never } of open) console.log(`${path} was never ${never}`);
  const accepted = routes.length - open.filter(({ never }) => never === 'accepted').length;
  console.log(
    `${tried.length} requests, ${accepted} of ${routes.length} routes accepted one, ${broken.length} of status 5xx, ${late.length} late, ${unread.length} read too far, server ${lived ? 'lives' : 'is gone'}; seed ${seed}`,
  );
  const whole = wanted < full || options.only !== undefined || open.length === 0;
  return broken.length + late.length + unread.length === 0 && lived && whole ? 0 : 1;
}

/** Somebody may have signed the owner out by a request that was well formed; what is known grows old. */
async function keepIn(house: House): Promise<void> {
  await house.comeIn();
  await house.look();
}

process.exit(await main());
