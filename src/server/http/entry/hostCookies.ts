import type { IncomingMessage, ServerResponse } from 'node:http';

/** What the names of the sign-in's cookies begin with, and what a browser holds to this host alone. */
const ours = 'ostendo.';
const bound = '__Host-';

const hostOf = ({ headers }: IncomingMessage): string => (headers.host ?? '').toLowerCase();

/**
 * Whether cookies of this request are bound to its host: over https, and on this machine's own name, which browsers take for
 * as safe. By a bare address over http the plain name is all that a browser keeps.
 */
export const isBound = (request: IncomingMessage, baseUrl: string): boolean => {
  const host = hostOf(request);
  if (/^localhost(:\d+)?$/.test(host)) return true;
  const { protocol, host: own } = new URL(baseUrl);
  return protocol === 'https:' && host === own.toLowerCase();
};

/**
 * The sign-in's cookies as the browser keeps them, `__Host-…`: so that no page of a neighbouring name or of plain http can
 * set one. The rest of the program knows them by their plain names; those that come under a plain name are not read.
 */
export function bindCookies(request: IncomingMessage): void {
  const { cookie } = request.headers;
  if (!cookie) return;
  request.headers.cookie = cookie
    .split(/;\s*/)
    .filter((each) => !each.startsWith(ours))
    .map((each) => (each.startsWith(bound + ours) ? each.slice(bound.length) : each))
    .join('; ');
}

/** A cookie as it is set: without a domain, for every path, over what is secure. */
function boundCookie(cookie: string): string {
  if (!cookie.startsWith(ours)) return cookie;
  const [pair, ...attributes] = cookie.split(/;\s*/);
  const kept = attributes.filter((each) => !/^(domain|path)=|^secure$/i.test(each));
  return [`${bound}${pair!}`, ...kept, 'Path=/', 'Secure'].join('; ');
}

/** The same of what an answer sets. */
export function bindSetCookies(response: ServerResponse): void {
  const set = response.getHeader('set-cookie');
  if (set === undefined) return;
  response.setHeader('set-cookie', (Array.isArray(set) ? set : [String(set)]).map(boundCookie));
}
