import { createHash } from 'node:crypto';
import { isIPv6 } from 'node:net';

/** A network that a caller is counted by, and how many times one's allowance it has. */
export type CountedNetwork = { readonly name: string; readonly share: number };

/**
 * Bits of an IPv6 address that belong to one customer of a provider (RFC 6177): a device has 64, a household mostly 56, a
 * site up to 48, which several may share, as the telephones of a provider do.
 */
const lengths = [
  { bits: 64, share: 1 },
  { bits: 56, share: 1 },
  { bits: 48, share: 3 },
] as const;
/** The length that is taken where only one may be. */
const household = 1;

/** The eight groups of an IPv6 address. */
function groupsOf(address: string): number[] {
  const [head, tail] = address.split('%', 1)[0]!.split('::') as [string, string | undefined];
  const groups = head === '' ? [] : head.split(':');
  const rest = tail ? tail.split(':') : [];
  const whole =
    tail === undefined ? groups : [...groups, ...Array<string>(8 - groups.length - rest.length).fill('0'), ...rest];
  return whole.map((group) => Number.parseInt(group, 16));
}

function prefixOf(groups: readonly number[], bits: number): string {
  const kept = groups.slice(0, Math.ceil(bits / 16));
  const over = kept.length * 16 - bits;
  const last = kept.at(-1)! & (0xffff << over) & 0xffff;
  return `${[...kept.slice(0, -1), last].map((group) => group.toString(16)).join(':')}::/${bits}`;
}

/** Each network that a caller is counted by: an IPv4 address as it is; of an IPv6 address all that could be one customer's. */
export function networksOf(address: string): readonly CountedNetwork[] {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address);
  if (mapped) return [{ name: mapped[1]!, share: 1 }];
  if (!isIPv6(address)) return [{ name: address, share: 1 }];
  const groups = groupsOf(address);
  return lengths.map(({ bits, share }) => ({ name: prefixOf(groups, bits), share }));
}

/** The one network that a caller is, where they wait in a queue: a household's. */
export function networkOf(address: string): string {
  const all = networksOf(address);
  return (all[household] ?? all[0]!).name;
}

/** What is counted by is kept as a hash: rows of limits name no address of anybody. */
export const hashOfSubject = (subject: string): string =>
  createHash('sha256').update(subject.toLowerCase()).digest('base64url').slice(0, 32);

/** The networks of a caller as they are kept, in the order of `networksOf`. */
export const hashedNetworks = (address: string): readonly string[] =>
  networksOf(address).map(({ name }) => hashOfSubject(name));
/** How many times one's allowance the network at that place of them has. */
export const shareAt = (place: number): number => lengths[place]?.share ?? 1;
/** The household's, of networks as they are kept. */
export const householdOf = (networks: readonly string[]): string | undefined => networks[household] ?? networks[0];
