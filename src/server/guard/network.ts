import { createHash } from 'node:crypto';
import { isIPv6 } from 'node:net';

/**
 * The network that a caller is counted by: an IPv4 address as it is, of an IPv6 address the first 64 bits, which one
 * customer of a provider has to themselves (RFC 6177).
 */
export function networkOf(address: string): string {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address);
  if (mapped) return mapped[1]!;
  if (!isIPv6(address)) return address;
  const [head, tail] = address.split('%', 1)[0]!.split('::') as [string, string | undefined];
  const groups = head === '' ? [] : head.split(':');
  const rest = tail ? tail.split(':') : [];
  const whole =
    tail === undefined ? groups : [...groups, ...Array<string>(8 - groups.length - rest.length).fill('0'), ...rest];
  return `${whole
    .slice(0, 4)
    .map((group) => Number.parseInt(group, 16).toString(16))
    .join(':')}::/64`;
}

/** What is counted by is kept as a hash: rows of limits name no address of anybody. */
export const hashOfSubject = (subject: string): string =>
  createHash('sha256').update(subject.toLowerCase()).digest('base64url').slice(0, 32);
