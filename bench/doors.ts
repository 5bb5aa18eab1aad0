/**
 * `npm run bench -- doors`: what a stranger, somebody with a link and an owner can take of a running installation, each as hard
 * as they can from one network for some seconds, and what that is to another visitor: `/book` and `/livez`, beside an idle run.
 */
import { demoSignIn } from '#server/seed/demoSignIn';
import { randomBytes } from 'node:crypto';
import { request } from 'node:http';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { cartAsked } from '../e2e/client';
import { say } from './measure';
import { withServer } from './served';

const seconds = 8;
const atOnce = 80;
/** How many times idle another visitor's page may take, at its median; milliseconds for a sign of life. */
const mostTimes = 5;
const mostSign = 1000;

type Ask = {
  readonly path: string;
  readonly method?: string;
  readonly body?: string | Uint8Array;
  readonly headers?: Record<string, string>;
};
type Door = {
  readonly who: string;
  readonly what: string;
  readonly ask: (index: number) => Ask;
  readonly atOnce?: number;
  /** An answer of 200 takes one of these: a place, a letter. */
  readonly takes?: string;
  /** Connections that say nothing, held beside. */
  readonly silent?: number;
};
type Seen = { readonly ms: number; readonly status: number };

/** Each door is pressed from a network of its own, so that none waits for what another has left. */
const attackerOf = (door: number): string => `203.0.113.${10 + door}`;
const visitor = '198.51.100.20';

async function asked(address: string, { path, headers = {}, ...rest }: Ask, from: string): Promise<Seen> {
  const begun = performance.now();
  const response = await fetch(address + path, {
    ...rest,
    redirect: 'manual',
    headers: { 'x-forwarded-for': from, ...headers },
  } as RequestInit).catch(() => null);
  await response?.arrayBuffer().catch(() => null);
  return { ms: performance.now() - begun, status: response?.status ?? 0 };
}

/**
 * The same for a body of many megabytes: `fetch` copies it in this thread, in which the other visitor is measured too, and
 * what was measured would be the copying.
 */
const askedAtLength = (address: string, { path, method, headers = {}, body }: Ask, from: string): Promise<Seen> =>
  new Promise((resolve) => {
    const begun = performance.now();
    const answered = (status: number): void => resolve({ ms: performance.now() - begun, status });
    const sent = request(
      address + path,
      {
        method,
        agent: false,
        headers: { 'x-forwarded-for': from, 'content-length': body!.length, ...headers },
      },
      (response) => {
        response.resume();
        answered(response.statusCode ?? 0);
        sent.destroy();
      },
    );
    sent.on('error', () => answered(0));
    sent.end(body);
  });

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const median = (all: readonly number[]): number => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

const filesOf = (directory: string): string[] =>
  readdirSync(directory, { recursive: true, withFileTypes: true }).flatMap((entry) =>
    entry.isFile() ? [join(entry.parentPath, entry.name)] : [],
  );
/** Megabytes of a directory's files. */
const diskOf = (directory: string): number =>
  filesOf(directory).reduce((sum, file) => sum + (statSync(file, { throwIfNoEntry: false })?.size ?? 0), 0) / 2 ** 20;
/** Seconds of processor that a process has had. */
function processorOf(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
}
const handlesOf = (pid: number): number => readdirSync(`/proc/${pid}/fd`).length;

/** Another visitor looks at pages and signs of life until it is over. @returns their times, and the most memory of the process */
async function visited(address: string, pid: number, isOver: () => boolean) {
  let handles = 0;
  const pages: number[] = [];
  const signs: number[] = [];
  let refused = 0;
  let memory = 0;
  while (!isOver()) {
    const page = await asked(address, { path: '/book' }, visitor);
    if (page.status !== 200) refused++;
    pages.push(page.ms);
    signs.push((await asked(address, { path: '/livez' }, visitor)).ms);
    memory = Math.max(memory, memoryOf(pid));
    handles = Math.max(handles, handlesOf(pid));
    await pause(100);
  }
  return { page: median(pages), slowest: Math.max(...pages), sign: Math.max(...signs), refused, memory, handles };
}

const long = ({ body }: Ask): boolean => (body?.length ?? 0) > 2 ** 20;

/** Goes on from one network until the time is over; what has no answer by then is left. */
async function pressed(address: string, from: string, door: Door, until: number): Promise<Map<number, number>> {
  const answers = new Map<number, number>();
  const silent = Array.from({ length: door.silent ?? 0 }, (): Socket => {
    const socket = connect(Number(new URL(address).port), '127.0.0.1');
    return socket.on('error', () => undefined);
  });
  let index = 0;
  const one = async (): Promise<void> => {
    while (performance.now() < until) {
      const ask = door.ask(index++);
      const { status } = await (long(ask) ? askedAtLength : asked)(address, ask, from);
      answers.set(status, (answers.get(status) ?? 0) + 1);
    }
  };
  await Promise.race([
    Promise.all(Array.from({ length: door.atOnce ?? atOnce }, one)),
    pause(until - performance.now()),
  ]);
  for (const socket of silent) socket.destroy();
  return answers;
}

async function signedIn(address: string): Promise<string> {
  const response = await fetch(`${address}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address, 'x-forwarded-for': visitor },
    body: JSON.stringify({ email: demoSignIn.email, password: demoSignIn.password }),
  });
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';', 1)[0])
    .join('; ');
}

/** A link to the first quote that was signed, as its owner copies it; null where there is none. */
async function signedQuote(address: string, cookie: string): Promise<string | null> {
  const read = async <T>(path: string): Promise<T> =>
    (await (await fetch(address + path, { headers: { cookie, 'x-forwarded-for': visitor } })).json()) as T;
  const { quotes } = await read<{ quotes: readonly { number: string }[] }>('/api/quotes?state=accepted');
  for (const { number } of quotes) {
    const {
      id: quoteId,
      edition,
      hasAgreement,
    } = await read<{ id: string; edition: number; hasAgreement: boolean }>(`/api/quote/${number}`);
    if (!hasAgreement) continue;
    const copied = await fetch(`${address}/api/quotes/copy-link`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie, 'x-forwarded-for': visitor },
      body: JSON.stringify({ quoteId, edition }),
    });
    if (copied.ok) return ((await copied.json()) as { url: string }).url.split('/').at(-1)!;
  }
  return null;
}

/** A link to a booking of the demo, as its owner copies it. */
async function bookingLink(address: string, cookie: string, number: string): Promise<string> {
  const headers = { cookie, 'x-forwarded-for': visitor, 'content-type': 'application/json' };
  const { id: bookingId } = (await (await fetch(`${address}/api/booking/${number}`, { headers })).json()) as {
    id: string;
  };
  const body = JSON.stringify({ bookingId, requestKey: randomBytes(16).toString('hex') });
  const copied = await fetch(`${address}/api/bookings/copy-link`, { method: 'POST', headers, body });
  return ((await copied.json()) as { url: string }).url.split('/').at(-1)!;
}

/** A cart with a telescope for two days, whose sums are right; each of another client. */
async function cartOf(address: string): Promise<(index: number) => object> {
  const told = await fetch(`${address}/api/client/checkout`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-forwarded-for': visitor },
    body: JSON.stringify(cartAsked('cart@example.com')),
  });
  const { detail } = (await told.json()) as { detail: object };
  return (index) => cartAsked(`cart${index}@example.com`, detail);
}

const json = (path: string, body: unknown, headers: Record<string, string> = {}): Ask => ({
  path,
  method: 'POST',
  headers: { 'content-type': 'application/json', ...headers },
  body: JSON.stringify(body),
});

async function doorsOf(address: string): Promise<Door[]> {
  const cookie = await signedIn(address);
  const noise = sharp({
    create: {
      width: 700,
      height: 240,
      channels: 3,
      background: '#fff',
      noise: { type: 'gaussian', mean: 120, sigma: 40 },
    },
  });
  const image = `data:image/png;base64,${(await noise.png().toBuffer()).subarray(0, 480_000).toString('base64')}`;
  const signature = { name: 'Ines Valadar', method: 'drawn', image, consents: true };
  const photo = await sharp({
    create: {
      width: 3000,
      height: 2200,
      channels: 3,
      background: '#135',
      noise: { type: 'gaussian', mean: 90, sigma: 30 },
    },
  })
    .jpeg({ quality: 60 })
    .toBuffer();
  const quote = await signedQuote(address, cookie);
  const link = await bookingLink(address, cookie, 'B-0001');
  const cart = await cartOf(address);
  const large = Buffer.alloc(30 * 2 ** 20, 'x');
  const nowhere = (): string => randomBytes(32).toString('base64url');
  return [
    { who: 'stranger', what: 'the booking page', ask: () => ({ path: '/book' }) },
    {
      who: 'stranger',
      what: 'a signature by no link',
      ask: () => json('/api/client/quote/sign', { link: nowhere(), sha256: 'x'.repeat(64), signature }),
    },
    { who: 'stranger', what: 'papers by no link', ask: () => ({ path: `/b/${nowhere()}/agreement.pdf` }) },
    {
      who: 'stranger',
      what: 'free days',
      ask: (index) => ({ path: `/api/client/free?service=dobsonian&from=2027-0${(index % 4) + 5}-01&to=2028-01-01` }),
    },
    {
      who: 'stranger',
      what: 'wrong passwords',
      ask: (index) =>
        json(
          '/api/auth/sign-in/email',
          { email: `a${index}@example.com`, password: 'wrong password, quite long' },
          { origin: address },
        ),
    },
    {
      who: 'stranger',
      what: 'new passwords',
      ask: (index) => json('/api/door/forgot', { email: `a${index}@example.com` }),
    },
    {
      who: 'stranger',
      what: 'places, by carts that nobody pays',
      takes: 'places',
      ask: (index) => json('/api/client/checkout', cart(index)),
    },
    {
      who: 'stranger',
      what: 'connections that say nothing',
      atOnce: 1,
      silent: 3000,
      ask: () => ({ path: '/book' }),
    },
    {
      who: 'stranger',
      what: 'bodies of 30 MB',
      atOnce: 8,
      ask: () => ({ ...json('/api/client/checkout', {}), body: large }),
    },
    { who: 'with a link', what: 'a booking', ask: () => ({ path: `/b/${link}` }) },
    { who: 'with a link', what: 'the agreement, as a PDF', ask: () => ({ path: `/b/${link}/agreement.pdf` }) },
    {
      who: 'with a link',
      what: 'letters with a code',
      takes: 'letters',
      ask: () => json('/api/client/send-code', { link }),
    },
    ...(quote
      ? [{ who: 'with a link', what: 'what was signed, as a PDF', ask: () => ({ path: `/q/${quote}/agreement.pdf` }) }]
      : []),
    ...(quote ? [{ who: 'with a link', what: 'the offer', ask: () => ({ path: `/q/${quote}` }) }] : []),
    {
      who: 'owner',
      what: 'pictures',
      atOnce: 16,
      ask: () => ({
        path: '/api/files?for=picture',
        method: 'POST',
        body: photo,
        headers: { cookie, 'content-type': 'image/jpeg', 'x-file-name': 'a.jpg', 'sec-fetch-site': 'same-origin' },
      }),
    },
    {
      who: 'owner',
      what: 'the journal, whole',
      atOnce: 16,
      ask: () => ({ path: '/journal/export.hledger', headers: { cookie } }),
    },
    {
      who: 'owner',
      what: 'reports as PDF',
      atOnce: 16,
      ask: (index) => ({
        path: `/journal/reports/revenue.pdf?from=2027-01-01&until=2027-04-${10 + (index % 20)}`,
        headers: { cookie },
      }),
    },
  ];
}

async function main(): Promise<number> {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-doors-'));
  cpSync(process.env.OSTENDO_BENCH_DATA ?? '.demo-shots', directory, { recursive: true });
  rmSync(join(directory, 'owner.lock'), { force: true });
  process.env.OSTENDO_TRUSTED_PROXIES = 'loopback';
  let failed = 0;
  await withServer(4399, { OSTENDO_DATA: directory }, async ({ address, pid }) => {
    await pause(8000); // its pages are loaded
    const doors = await doorsOf(address);
    for (let round = 0; round < 10; round++) await asked(address, { path: '/book' }, visitor);
    const from = performance.now();
    const idle = await visited(address, pid, () => performance.now() - from > 4000);
    say('idle', `/book ${Math.round(idle.page)} ms, /livez ${Math.round(idle.sign)} ms, ${Math.round(idle.memory)} MB`);
    for (const [index, door] of doors.entries()) {
      const until = performance.now() + seconds * 1000;
      const before = { disk: diskOf(directory), processor: processorOf(pid) };
      const [answers, seen] = await Promise.all([
        pressed(address, attackerOf(index), door, until),
        visited(address, pid, () => performance.now() >= until),
      ]);
      const cores = (processorOf(pid) - before.processor) / seconds;
      const disk = diskOf(directory) - before.disk;
      const times = seen.page / idle.page;
      const bad = times > mostTimes || seen.sign > mostSign || seen.refused > 0;
      if (bad) failed++;
      const said = [...answers]
        .sort(([a], [b]) => a - b)
        .map(([status, count]) => `${status}×${count}`)
        .join(' ');
      say(
        `${door.who}: ${door.what}`,
        `/book ${times.toFixed(1)} times idle (slowest ${Math.round(seen.slowest)} ms), /livez ${Math.round(seen.sign)} ms, ${cores.toFixed(1)} cores, ${Math.round(seen.memory)} MB, ${seen.handles} handles, ${disk.toFixed(1)} MB of disk${door.takes ? `, ${answers.get(200) ?? 0} ${door.takes}` : ''}; ${said}${bad ? '  ABOVE' : ''}`,
      );
      await pause(1500);
    }
  });
  rmSync(directory, { recursive: true });
  return failed;
}

const failed = await main();
console.log(
  failed === 0
    ? 'Nobody keeps another visitor waiting.'
    : `${failed} doors keep another visitor waiting (goal: /book within ${mostTimes} times idle, /livez within ${mostSign} ms).`,
);
process.exit(failed === 0 ? 0 : 1);
