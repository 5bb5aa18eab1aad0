import { bodyLimit } from '#server/http/entry/bodyLimits';
import { bindCookies, bindSetCookies, isBound } from '#server/http/entry/hostCookies';
import { knownHosts, malformed } from '#server/http/entry/malformed';
import { readBody } from '#server/http/entry/readBody';
import { refuseWith } from '#server/http/entry/refusal';
import { callerAddress, keepOnlyChecked } from '#server/http/entry/callerAddress';
import { contentPolicy, steadyHeaders, strictTransport } from '#server/http/headers';
import { log } from '#server/logging/log';
import { duringRequest } from '#server/logging/requestNow';
import { networkOf } from '#server/rateLimits/network';
import { openTurns, type Turn } from '#server/http/entry/turns';
import { whileTurn } from '#server/external/turnNow';
import { lazy } from '#server/lazy';
import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import onHeaders from 'on-headers';
import { setTimeout as pause } from 'node:timers/promises';
import sirv from 'sirv';

/** The handler that Astro's adapter gives in middleware mode. */
export type PagesHandler = (
  request: IncomingMessage & { body?: unknown },
  response: ServerResponse,
  next: undefined,
  locals: Readonly<Record<string, unknown>>,
) => Promise<void>;

export type EntrySettings = {
  readonly baseUrl: string;
  readonly trustedProxies: readonly string[];
  /** Built assets, each with its compressed forms beside it. */
  readonly assets: string;
  readonly pages: PagesHandler;
  /** Whether the application is open; until then everything but assets is answered 503. */
  readonly isReady: () => boolean;
};

/** Milliseconds that one answer may take; what takes longer by its nature goes on by itself and shows how far it is. */
const answerDeadline = 60_000;
/** Milliseconds for a whole request to come in, for its headers, and for an idle connection. */
const requestDeadline = 60_000;
const headersDeadline = 15_000;
const idleDeadline = 10_000;

/** What stands in the log for what no route has answered yet. */
const unrouted = '-';

/** Of one network so many are answered at a time, so many wait; what is more is told so, after so many milliseconds. */
const turnsHere = { atOnce: 3, mostWaiting: 250 };
const refusedAfter = 1000;
/** Signs of life wait for nobody, nor do processors' events: some answer to what is being waited for. */
const isAside = (path: string): boolean => /^\/(?:livez|readyz|healthz|metrics)$|^\/api\/events\//.test(path);
const free: Turn = { end: () => undefined };

/** Each stage of a request in its order; the first that ends it is the last. */
export function openEntry({ baseUrl, trustedProxies, assets, pages, isReady }: EntrySettings): Server {
  const addressOf = callerAddress(trustedProxies);
  const steady = baseUrl.startsWith('https:') ? [...steadyHeaders, strictTransport] : steadyHeaders;
  const isKnown = knownHosts(baseUrl);
  const hashed = /^\/_astro\//;
  const served = sirv(assets, {
    brotli: true,
    gzip: true,
    etag: true,
    setHeaders: (response, path) =>
      response.setHeader(
        'cache-control',
        hashed.test(path) ? 'public, max-age=31536000, immutable' : 'public, max-age=3600',
      ),
  });
  const compressed = lazy(compressing);
  const turns = openTurns(turnsHere);

  const answer = async (request: IncomingMessage, response: ServerResponse, requestId: string): Promise<void> => {
    const refuse = (status: number, code: string, detail?: unknown): void =>
      refuseWith(request, response, { status, code, requestId, detail });
    const wrong = malformed(request, isKnown);
    if (wrong) {
      if (wrong.allow) response.setHeader('allow', wrong.allow);
      return refuse(wrong.status, wrong.code);
    }
    const path = request.url!.split('?', 1)[0]!;
    // The page of a fault is shown where there is one, and has no address of its own.
    if (path === '/500') return refuse(404, 'not_found');
    if (request.method === 'GET' || request.method === 'HEAD') {
      if (await missing(served, request, response)) return;
    }
    if (!isReady()) {
      response.setHeader('retry-after', '2');
      return refuse(503, 'starting');
    }
    await passed(await compressed(), request, response);
    const limit = bodyLimit(request.method ?? 'GET', path);
    const body = await readBody(request, limit);
    if ('fault' in body)
      return body.fault === 'too_large' ? refuse(413, 'too_large', { limit }) : refuse(400, 'not_whole');
    const gone = new AbortController();
    response.once('close', () => gone.abort());
    const turn = isAside(path) ? free : await turns(networkOf(addressOf(request)), gone.signal);
    if (!turn) {
      if (gone.signal.aborted) return;
      // Whoever asks again at once is not answered faster than they could be served.
      await pause(refusedAfter);
      response.setHeader('retry-after', '2');
      return refuse(429, 'too_much_work');
    }
    response.once('close', turn.end);
    const late = setTimeout(() => {
      log.error({ code: 'timed_out' }, 'an answer took too long');
      refuse(503, 'timed_out');
    }, answerDeadline);
    try {
      await whileTurn(turn.end, () =>
        pages(withBody(request, body.bytes), response, undefined, { requestId, ended: gone.signal }),
      );
    } finally {
      clearTimeout(late);
    }
  };

  const server = createServer((request, response) => {
    const requestId = randomUUID();
    keepOnlyChecked(request, addressOf(request));
    const bound = isBound(request, baseUrl);
    if (bound) bindCookies(request);
    response.setHeader('x-request-id', requestId);
    // An asset that cannot be read any more would end the process: its stream has no other listener.
    response.on('pipe', (source) => source.on('error', () => response.destroy()));
    for (const [name, value] of steady) response.setHeader(name, value);
    onHeaders(response, () => {
      if (bound) bindSetCookies(response);
      const given = response.getHeader('content-security-policy');
      response.setHeader('content-security-policy', contentPolicy(String(given ?? ''), pathOf(request)));
      if (!response.hasHeader('cache-control')) response.setHeader('cache-control', 'no-store');
      if (!server.listening) response.setHeader('connection', 'close');
    });
    void duringRequest({ request: requestId, route: unrouted }, async () => {
      try {
        await answer(request, response, requestId);
      } catch (error) {
        log.error({ err: error, code: 'fault' }, 'a request failed');
        refuseWith(request, response, { status: 500, code: 'fault', requestId });
      }
      if (response.statusCode >= 500 && isReady()) log.warn({ code: response.statusCode }, 'answered with a failure');
    });
  });
  server.requestTimeout = requestDeadline;
  server.headersTimeout = headersDeadline;
  server.keepAliveTimeout = idleDeadline;
  server.on('clientError', (error: NodeJS.ErrnoException, socket) => {
    if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
    const status = error.code === 'HPE_HEADER_OVERFLOW' ? '431 Request Header Fields Too Large' : '400 Bad Request';
    const said = steady.map(([name, value]) => `${name}: ${value}\r\n`).join('');
    socket.end(`HTTP/1.1 ${status}\r\n${said}connection: close\r\ncontent-length: 0\r\n\r\n`);
  });
  return server;
}

/** What policies go by: the path alone. */
const pathOf = ({ url = '/' }: IncomingMessage): string => url.split('?', 1)[0]!;

type Step = (request: IncomingMessage, response: ServerResponse, next: () => void) => unknown;

/** Its types are Express's; it asks for no more than any step does. The table of types that it reads is long. */
async function compressing(): Promise<Step> {
  const { default: compression } = await import('compression');
  return compression({ threshold: 1024 }) as unknown as Step;
}

/** Resolves true where the step has answered, false where it passes the request on. */
const missing = (step: Step, request: IncomingMessage, response: ServerResponse): Promise<boolean> =>
  new Promise((resolve) => {
    response.once('close', () => resolve(true));
    step(request, response, () => resolve(false));
  });

const passed = (step: Step, request: IncomingMessage, response: ServerResponse): Promise<void> =>
  new Promise((resolve) => void step(request, response, resolve));

/** What was read is given on as the adapter takes it: an iterable body. */
function withBody(request: IncomingMessage, bytes: Buffer): IncomingMessage & { body?: unknown } {
  const body = {
    async *[Symbol.asyncIterator]() {
      if (bytes.length > 0) yield bytes;
    },
  };
  return Object.assign(request, { body });
}
