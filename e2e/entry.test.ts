import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { type IncomingMessage, request } from 'node:http';
import { connect } from 'node:net';
import { eventually } from '../testing/eventually';
import { Client } from './client';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

/** One request written by hand, as no well-behaved client would; the head of what comes back. */
const raw = (port: number, text: string): Promise<string> =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    let got = '';
    socket.on('data', (piece) => (got += piece.toString('latin1')));
    socket.on('close', () => resolve(got)).on('error', () => resolve(got));
    socket.write(text);
    setTimeout(() => socket.destroy(), 5000).unref();
  });

describe('our own door', () => {
  let server: Served;
  let cookie: string;
  before(async () => {
    server = await serve(await installedDirectory());
    const signedIn = await fetch(`${server.address}/api/demo/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    cookie = signedIn.headers
      .getSetCookie()
      .map((each) => each.split(';')[0])
      .join('; ');
  });
  after(() => server.stop());
  const get = (path: string, headers: Record<string, string> = {}) =>
    fetch(server.address + path, { redirect: 'manual', headers });

  it('puts the same security headers on pages, answers, assets and errors, each with an id of its own', async () => {
    const page = await get('/today', { cookie });
    const asset = /\/_astro\/[^"]+\.js/.exec(await page.text())![0];
    const answers = [
      page,
      await get('/api/today', { cookie }),
      await get(asset),
      await get('/favicon.svg'),
      await get('/nothing', { cookie, accept: 'text/html' }),
      await get('/api/nothing', { cookie }),
      await get('/api/today'),
      await get('/%zz'),
      await fetch(`${server.address}/today`, { method: 'DELETE' }),
    ];
    expect(answers.map(({ status }) => status)).to.deep.equal([200, 200, 200, 200, 404, 404, 401, 400, 405]);
    for (const { headers, url } of answers) {
      const policy = headers.get('content-security-policy') ?? '';
      expect(policy, url).to.include("frame-ancestors 'none'");
      expect(/script-src [^;]*/.exec(policy)![0], url).not.to.include('unsafe-inline');
      expect(headers.get('x-content-type-options'), url).to.equal('nosniff');
      expect(headers.get('referrer-policy'), url).to.equal('same-origin');
    }
    expect(new Set(answers.map(({ headers }) => headers.get('x-request-id'))).size).to.equal(answers.length);
  });

  it('sends what is compressed to whoever takes it: assets made at the build, pages as they are drawn', async () => {
    const html = await (await get('/today', { cookie })).text();
    const asset = /\/_astro\/[^"]+\.js/.exec(html)![0];
    for (const [path, encoding] of [
      [asset, 'br'],
      ['/today', 'br'],
      [asset, 'gzip'],
      ['/today', 'gzip'],
    ] as const) {
      const answer = await get(path, { cookie, 'accept-encoding': encoding });
      expect(answer.headers.get('content-encoding'), `${path} ${encoding}`).to.equal(encoding);
    }
    const plain = await get('/today', { cookie, 'accept-encoding': 'identity' });
    expect(plain.headers.get('content-encoding')).to.equal(null);
    expect((await get(asset)).headers.get('cache-control')).to.include('immutable');
  });

  it('has pages of its own for what there is not, and problems for programs', async () => {
    const page = await get('/nothing/at/all', { cookie, accept: 'text/html' });
    expect(await page.text()).to.include('There is nothing here');
    const problem = await get('/api/nothing', { cookie });
    expect(problem.headers.get('content-type')).to.include('application/problem+json');
    expect(await problem.json()).to.include({ status: 404, code: 'not_found' });
  });

  it('reads no more of a body than its route takes', async () => {
    const big = Buffer.alloc(40_000_000);
    for (const path of ['/api/events/tarn', '/api/client/pay', '/api/bookings/create', '/api/files']) {
      const sent = await fetch(server.address + path, { method: 'POST', body: big, headers: { cookie } }).then(
        async (answer) => ({ status: answer.status, code: ((await answer.json()) as { code: string }).code }),
        () => ({ status: 413, code: 'too_large' }), // it was hung up on while it still sent
      );
      expect(sent, path).to.deep.equal({ status: 413, code: 'too_large' });
    }
    const head = `POST /api/events/tarn HTTP/1.1\r\nhost: localhost\r\ncontent-length: 300000000\r\n\r\n`;
    const port = Number(new URL(server.address).port);
    expect(await raw(port, head), 'answered before a byte of it was sent').to.match(/^HTTP\/1.1 413/);
  });

  it('refuses what cannot be meant: hosts, methods, addresses, half requests', async () => {
    const port = Number(new URL(server.address).port);
    const statusOf = async (text: string): Promise<number> =>
      Number(/^HTTP\/1.1 (\d+)/.exec(await raw(port, text))?.[1] ?? 0);
    const cases: readonly (readonly [why: string, text: string, status: number])[] = [
      ['another’s name', 'GET / HTTP/1.1\r\nhost: evil.example.com\r\nconnection: close\r\n\r\n', 421],
      ['a name that is none', 'GET / HTTP/1.1\r\nhost: a b\r\nconnection: close\r\n\r\n', 400],
      ['no name', 'GET / HTTP/1.1\r\nconnection: close\r\n\r\n', 400],
      ['TRACE', 'TRACE / HTTP/1.1\r\nhost: localhost\r\nconnection: close\r\n\r\n', 405],
      ['NUL', 'GET /%00 HTTP/1.1\r\nhost: localhost\r\nconnection: close\r\n\r\n', 400],
      ['another server’s address', 'GET http://x/ HTTP/1.1\r\nhost: localhost\r\nconnection: close\r\n\r\n', 400],
      ['no HTTP', 'hello\r\n\r\n', 400],
      [
        'an origin that is none',
        'POST /api/demo/sign-in HTTP/1.1\r\nhost: localhost\r\norigin: ::\r\ncontent-length: 0\r\nconnection: close\r\n\r\n',
        400,
      ],
      ['by its IP address', 'GET /healthz HTTP/1.1\r\nhost: 127.0.0.1\r\nconnection: close\r\n\r\n', 200],
    ];
    for (const [why, text, status] of cases) expect(await statusOf(text), why).to.equal(status);
  });

  it('does not believe what a caller says of its own address', async () => {
    const tries = Array.from({ length: 24 }, (_, index) =>
      fetch(`${server.address}/b/${randomUUID()}`, { headers: { 'x-forwarded-for': `10.0.0.${index}` } }),
    );
    await Promise.all(tries);
    const next = await fetch(`${server.address}/b/${randomUUID()}`, { headers: { 'x-forwarded-for': '10.9.9.9' } });
    expect(await next.text()).to.include('Too many');
  });
});

describe('the life of the process', () => {
  it('answers what it has begun when it is told to end, gives up its lock, and ends with 0', async function () {
    this.timeout(120_000);
    const directory = await installedDirectory();
    const server = await serve(directory);
    // Twelve whose second half is still to come; whatever is asked after them is answered after they were begun.
    const begun = await Promise.all(Array.from({ length: 12 }, () => halfSent(server.address)));
    expect((await fetch(`${server.address}/healthz`)).status).to.equal(200);
    const asked = Date.now();
    const ended = server.stop('SIGTERM');
    const statuses = await Promise.all(begun.map(({ finish }) => finish()));
    expect(statuses).to.deep.equal(begun.map(() => 200));
    await ended;
    expect(server.process.exitCode).to.equal(0);
    expect(Date.now() - asked).to.be.lessThan(20_000);
    const again = await serve(directory); // no recovery, no lock in the way
    await again.stop();
  });

  it('answers also what had come, and was not read yet, while it was busy drawing the first pages after its start', async function () {
    this.timeout(120_000);
    const server = await serve(await installedDirectory());
    const owner = new Client(server.address);
    await owner.post('/api/demo/sign-in', {});
    const answers = Array.from({ length: 12 }, () =>
      fetch(`${server.address}/bookings`, { headers: { cookie: owner.cookie } }).then(
        async (answer) => (await answer.text()).includes('</html>') && answer.status,
        (error: Error) => String(error.cause ?? error),
      ),
    );
    await new Promise((resolve) => setTimeout(resolve, 200));
    const ended = server.stop('SIGTERM');
    expect(await Promise.all(answers)).to.deep.equal(answers.map(() => 200));
    await ended;
    expect(server.process.exitCode).to.equal(0);
  });

  it('writes a line of JSON for what it does, with ids and without what anybody typed', async () => {
    const server = await serve(await installedDirectory(), { OSTENDO_LOG: 'info' });
    const post = async <T>(path: string, body: unknown, cookie = ''): Promise<{ answer: Response; body: T }> => {
      const answer = await fetch(server.address + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify(body),
      });
      return { answer, body: (await answer.json()) as T };
    };
    const signedIn = await post('/api/demo/sign-in', {});
    const cookie = signedIn.answer.headers.getSetCookie().map((each) => each.split(';')[0]);
    const made = await post<{ id: string }>('/api/bookings/create', rentalFor('Ottilie Brandauer'), cookie.join('; '));
    expect(made.answer.status).to.equal(200);
    await eventually(() => server.log().includes('errand carried out'));
    // The framework says of a method that a path does not have which path that was.
    const link = 'Zk3bq1-AbC_9dEfGh0iJkLmNoPqRsTuVwXyZ0123456';
    await fetch(`${server.address}/b/${link}/agreement.pdf`, { method: 'POST' });
    await eventually(() => server.log().includes('a package has printed'));
    expect(server.log()).to.include('/b/[link]/agreement.pdf').and.not.include(link);
    await server.stop();
    const lines = server.log().trim().split('\n');
    const parsed = lines.map((line) => JSON.parse(line) as Record<string, unknown>);
    expect(parsed.find(({ msg }) => msg === 'errand carried out')).to.include.keys(
      'errand',
      'booking',
      'kind',
      'level',
      'time',
    );
    expect(server.log()).not.to.match(/Ottilie|Brandauer|example\.com|Dobsonian/);
  });

  it('says that it is starting until it is open, and what is wrong where it cannot be', async () => {
    const server = await serve('/proc/no such place').catch((error: Error) => error.message);
    expect(server).to.equal('the server ended with 1');
  });
});

const rentalFor = (clientName: string) => ({
  requestKey: randomUUID(),
  clientName,
  clientEmail: 'ottilie@example.com',
  serviceId: 'dobsonian',
  title: 'Dobsonian',
  start: '2027-03-12T18:00',
  end: '2027-03-26T18:00',
  termsId: 'rental',
  lines: [{ id: 'service', label: 'Dobsonian', quantity: '1', unitPrice: 500_00, taxes: ['VAT'] }],
});

/** A sign-in of which the server has the head and the first byte. */
async function halfSent(address: string): Promise<{ readonly finish: () => Promise<number> }> {
  const body = '{}';
  const headers = { 'content-type': 'application/json', 'content-length': body.length };
  const asking = request(`${address}/api/demo/sign-in`, { method: 'POST', headers, agent: false });
  const answered = once(asking, 'response').then(([answer]) => {
    (answer as IncomingMessage).resume();
    return (answer as IncomingMessage).statusCode!;
  });
  await new Promise((resolve) => asking.write(body.slice(0, 1), resolve));
  return {
    finish: () => {
      asking.end(body.slice(1));
      return answered;
    },
  };
}
