import type { Database } from '#server/database/database';
import { counted } from '#server/database/schema/signIn';
import { hashedNetworks, hashOfSubject, shareAt } from '#server/rateLimits/network';
import { type IRateLimiterOptions, RateLimiterDrizzle, RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';

const minute = 60;
const hour = 60 * minute;
const day = 24 * hour;

type Points = readonly [points: number, seconds: number];
type Rule = {
  /** Of each network that the caller is in; a wide one has several times as much (`shareAt`). */
  readonly byNetwork?: Points;
  /** Of an account, a booking, a cart, an address that is written to: what each is counted by stands with its use. */
  readonly bySubject?: Points;
  readonly inAll?: Points;
};

/** How much of what goes wrong, or costs somebody else something, is let through; docs/security.md says why. */
const rules = {
  /** Passwords that were wrong: by network, by account, in all. A device that signed in before has a count of its own. */
  password: { byNetwork: [20, 15 * minute], bySubject: [10, 15 * minute], inAll: [200, 15 * minute] },
  knownDevice: { bySubject: [10, 15 * minute] },
  /** Second factors and recovery codes that were wrong, by person. */
  secondFactor: { byNetwork: [20, 15 * minute], bySubject: [10, 15 * minute] },
  /** Letters with a new password: by network, by account. */
  passwordLetter: { byNetwork: [6, hour], bySubject: [3, hour], inAll: [60, hour] },
  /** Sign-in links and first-start codes that were wrong. */
  door: { byNetwork: [10, 15 * minute], inAll: [100, 15 * minute] },
  /** Voucher codes that there are not: by network, by booking or cart, in all. */
  voucher: { byNetwork: [8, 15 * minute], bySubject: [8, hour], inAll: [120, hour] },
  /** Codes for a device: tries by network and by client's link. The code itself ends after five. */
  deviceCode: { byNetwork: [20, 15 * minute], inAll: [600, hour] },
  /** Letters with a code: by device, by network and client. */
  codeLetter: { byNetwork: [12, hour], bySubject: [4, hour] },
  /** Cards that were refused: by network, by card, in all. A booking has its own, in its facts. */
  card: { byNetwork: [12, hour], bySubject: [4, hour], inAll: [150, hour] },
  /** Carts that were begun: by network, by the address that letters about them would go to. */
  cart: { byNetwork: [40, hour], bySubject: [8, hour] },
  /** Carts that ended without a payment: by network over a day; by service and in all over an hour, which is pressure. */
  unpaidHere: { byNetwork: [12, day] },
  unpaidOfService: { bySubject: [4, hour] },
  unpaidInAll: { inAll: [10, hour] },
  /** Letters that somebody unknown has sent, by the address that they go to. */
  strangersLetter: { byNetwork: [20, hour], bySubject: [6, hour] },
  /** A payer's letters by address; copies of a payer's link by booking. */
  payerLetter: { byNetwork: [10, day], bySubject: [3, day] },
  payerCopy: { byNetwork: [20, day], bySubject: [10, day] },
} as const satisfies Record<string, Rule>;

export type Counted = keyof typeof rules;
export type Who = {
  readonly address?: string;
  /** The same as it is kept (`hashedNetworks`). */
  readonly networks?: readonly string[];
  readonly subject?: string;
};
export type Taken = { readonly ok: true } | { readonly ok: false; readonly seconds: number };

export type Limits = {
  /** Counts one: refused, with the seconds until there is room again, where any of its counts is full. */
  take(what: Counted, who: Who, points?: number): Promise<Taken>;
  /** Counts one less: what was counted before it was tried has gone well. */
  giveBack(what: Counted, who: Who): Promise<void>;
  /** Whether there is room, without counting. */
  room(what: Counted, who: Who): Promise<boolean>;
  /** Seconds until there is room again; none where there is. */
  wait(what: Counted, who: Who): Promise<number>;
};

type Limiter = RateLimiterDrizzle | RateLimiterMemory;

/**
 * Counts in the database, so that all processes of an installation count together and a restart forgets nothing. While
 * the database is away, each process counts for itself.
 */
export function openLimits(db: Database): Limits {
  const open = (keyPrefix: string, [points, duration]: Points): Limiter => {
    const options: IRateLimiterOptions = { keyPrefix, points, duration };
    const insuranceLimiter = new RateLimiterMemory(options);
    return new RateLimiterDrizzle({
      ...options,
      storeClient: db,
      schema: counted,
      insuranceLimiter,
      clearExpiredByTimeout: false,
    });
  };
  const networkLimiters = (what: Counted, [points, seconds]: Points) => {
    const usual = open(`${what} network`, [points, seconds]);
    const byShare = new Map<number, Limiter>([[1, usual]]);
    return (place: number): Limiter => {
      const share = shareAt(place);
      const known = byShare.get(share) ?? open(`${what} network`, [points * share, seconds]);
      byShare.set(share, known);
      return known;
    };
  };
  const opened = Object.fromEntries(
    (Object.entries(rules) as [Counted, Rule][]).map(([what, rule]) => [
      what,
      {
        ...(rule.byNetwork ? { byNetwork: networkLimiters(what, rule.byNetwork) } : {}),
        ...(rule.bySubject ? { bySubject: open(`${what} subject`, rule.bySubject) } : {}),
        ...(rule.inAll ? { inAll: open(`${what} all`, rule.inAll) } : {}),
      },
    ]),
  ) as Record<Counted, { byNetwork?: (place: number) => Limiter; bySubject?: Limiter; inAll?: Limiter }>;

  /** Each count with its key, for who is asked about; without an address or a subject that count is left out. */
  const counts = (what: Counted, { address, networks, subject }: Who): (readonly [Limiter, string])[] => {
    const { byNetwork, bySubject, inAll } = opened[what];
    const found: (readonly [Limiter, string])[] = [];
    const its = networks ?? (address === undefined ? [] : hashedNetworks(address));
    if (byNetwork) for (const [place, network] of its.entries()) found.push([byNetwork(place), network]);
    if (bySubject && subject !== undefined) found.push([bySubject, hashOfSubject(subject)]);
    if (inAll) found.push([inAll, 'all']);
    return found;
  };

  const wait = async (what: Counted, who: Who): Promise<number> => {
    let longest = 0;
    for (const [limiter, key] of counts(what, who)) {
      const now = await limiter.get(key);
      if (now && now.consumedPoints >= limiter.points) longest = Math.max(longest, Math.ceil(now.msBeforeNext / 1000));
    }
    return longest;
  };
  return {
    take: async (what, who, points = 1) => {
      const done: (readonly [Limiter, string])[] = [];
      for (const [limiter, key] of counts(what, who)) {
        try {
          await limiter.consume(key, points);
          done.push([limiter, key]);
        } catch (refused) {
          if (!(refused instanceof RateLimiterRes)) throw refused;
          // One count is full: the others are not used up by it.
          for (const [other, its] of done) await other.reward(its, points);
          return { ok: false, seconds: Math.ceil(refused.msBeforeNext / 1000) };
        }
      }
      return { ok: true };
    },
    giveBack: async (what, who) => {
      for (const [limiter, key] of counts(what, who)) await limiter.reward(key);
    },
    wait,
    room: async (what, who) => (await wait(what, who)) === 0,
  };
}
