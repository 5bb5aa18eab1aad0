import type { IncomingMessage } from 'node:http';
import { isIP } from 'node:net';
import proxyaddr from 'proxy-addr';

const forwarding = [
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-proto',
  'x-forwarded-port',
  'x-real-ip',
  'forwarded',
] as const;

/**
 * Whose request it is: whoever connects, or, where that is a trusted proxy, the nearest address in `X-Forwarded-For` that
 * is none. Where nobody is trusted the header says nothing.
 */
export function callerAddress(trusted: readonly string[]): (request: IncomingMessage) => string {
  const trust = proxyaddr.compile([...trusted]);
  return (request) => {
    const nearest = request.socket.remoteAddress ?? '';
    if (trusted.length === 0) return nearest;
    const named = proxyaddr(request, trust);
    return isIP(named) === 0 ? nearest : named;
  };
}

/** Leaves of all forwarding headers the one that was checked; Astro's adapter reads the caller's address from it. */
export function keepOnlyChecked(request: IncomingMessage, address: string): void {
  for (const name of forwarding) delete request.headers[name];
  request.headers['x-forwarded-for'] = address;
}
