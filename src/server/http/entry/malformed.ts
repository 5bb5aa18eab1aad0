import type { IncomingMessage } from 'node:http';
import { isIP } from 'node:net';

/** Why a request is refused before anything else is looked at. */
export type Malformed = { readonly status: number; readonly code: string; readonly allow?: string };

const methods = ['GET', 'HEAD', 'POST', 'OPTIONS'] as const;
const allow = methods.join(', ');
/** RFC 3986: a registered name or an address, with a port. */
const hostPattern = /^(?:[a-z0-9](?:[a-z0-9.-]{0,251}[a-z0-9])?\.?|\[[0-9a-f:.]{2,45}\])(?::\d{1,5})?$/i;

const nameOf = (host: string): string =>
  host
    .replace(/:\d+$/, '')
    .replace(/^\[|\]$/g, '')
    .toLowerCase();

/**
 * The names that this installation answers to: its own address, this machine, and any bare IP address, which nobody can
 * point elsewhere. Another name that leads here is somebody else's (DNS rebinding).
 */
export function knownHosts(baseUrl: string): (host: string) => boolean {
  const own = new URL(baseUrl).hostname.replace(/^\[|\]$/g, '').toLowerCase();
  return (host) => {
    const name = nameOf(host);
    return name === own || name === 'localhost' || isIP(name) !== 0;
  };
}

function canBeDecoded(path: string): boolean {
  try {
    // Encoded twice, or with an encoded slash or the like: no address of ours, and nothing behind here may read it otherwise.
    return !/[\0%]/.test(decodeURIComponent(path)) && !decodeURI(path).includes('%');
  } catch {
    return false;
  }
}

/** RFC 9110, sections 7.2, 9.1 and 15.5: what cannot be meant for us, or for anybody. */
export function malformed(request: IncomingMessage, isKnown: (host: string) => boolean): Malformed | null {
  const { method = '', url = '', headers } = request;
  if (!(methods as readonly string[]).includes(method)) return { status: 405, code: 'method_not_allowed', allow };
  if (!url.startsWith('/') || url.startsWith('//') || !canBeDecoded(url.split('?', 1)[0]!))
    return { status: 400, code: 'address_unreadable' };
  if (/%00/.test(url)) return { status: 400, code: 'address_unreadable' };
  const { host, origin } = headers;
  if (host === undefined || !hostPattern.test(host)) return { status: 400, code: 'host_unreadable' };
  if (!isKnown(host)) return { status: 421, code: 'host_unknown' };
  if (origin !== undefined && origin !== 'null' && !URL.canParse(origin))
    return { status: 400, code: 'origin_unreadable' };
  return null;
}
