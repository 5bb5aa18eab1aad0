import type { Cost } from '#core/fee/fee';
import { addHours, type Instant } from '#core/calendar/instant';

/** How a client can pay. `reader` is a card at the counter; `voucher` and `credit` are money that was in hand before. */
export const waysToPay = ['card', 'debit', 'reader', 'transfer', 'cheque', 'cash', 'voucher', 'credit'] as const;
export type WayToPay = (typeof waysToPay)[number];

/** A choice of ways for everybody, for a service or for one request: what is hidden, and the account that is preferred. */
export type WaysShown = {
  readonly hidden: readonly WayToPay[];
  /** The account that online payments go through; null where the wider choice stands. */
  readonly online: string | null;
};
export const allShown: WaysShown = { hidden: [], online: null };

/** An account at a processor that the owner has connected. */
export type ConnectedAccount = {
  readonly id: string;
  /** How its owner and clients know it. */
  readonly name: string;
  readonly way: 'card' | 'debit' | 'reader';
  readonly currency: string;
  readonly live: boolean;
  /** Connected, and its access has not run out. */
  readonly usable: boolean;
  /** Days from a payment to the day on which it counts; 0 where it counts at once. */
  readonly settleDays: number;
  /** What its processor takes of a payment. */
  readonly cost: Cost;
};

export type OfferedWays = {
  readonly ways: readonly WayToPay[];
  /** The accounts that a page of the client's offers: at most one for each way, the default one first. */
  readonly online: readonly ConnectedAccount[];
  readonly reader: ConnectedAccount | null;
  /** Payments go to test accounts: no money moves. */
  readonly test: boolean;
};

const fitting = (all: readonly ConnectedAccount[], currency: string): ConnectedAccount[] => {
  // Test and live are never mixed: a test account is offered only while no live one is connected.
  const live = all.some((account) => account.live);
  return all.filter((account) => account.usable && account.currency === currency && account.live === live);
};

/**
 * What may be paid with: the ways of the terms that nobody has hidden, online ones only over an account whose currency
 * is the booking's and which settles before the service begins.
 * @param question.shown from the widest choice to the narrowest: the narrowest named account that fits is preferred
 * @param question.accounts in the order in which they were connected
 */
export function offeredWays(question: {
  readonly terms: readonly WayToPay[] | undefined;
  readonly shown: readonly WaysShown[];
  readonly accounts: readonly ConnectedAccount[];
  readonly currency: string;
  readonly asOf: Instant;
  /** When the service begins; null where there is none. */
  readonly startAt: Instant | null;
}): OfferedWays {
  const { terms, shown, accounts, currency, asOf, startAt } = question;
  const wanted = waysToPay.filter(
    (way) => (terms?.includes(way) ?? true) && !shown.some(({ hidden }) => hidden.includes(way)),
  );
  const fits = fitting(accounts, currency).filter(
    ({ settleDays }) => settleDays === 0 || startAt === null || addHours(asOf, settleDays * 24) < startAt,
  );
  const named = shown.toReversed().flatMap(({ online }) => fits.filter(({ id }) => id === online));
  const preferred = [...named, ...fits];
  const forWay = (way: WayToPay) =>
    wanted.includes(way) ? preferred.find((account) => account.way === way) : undefined;
  const online = [forWay('card'), forWay('debit')].filter((account) => account !== undefined);
  // The owner takes a card at the counter also where clients are not told of it.
  const reader = preferred.find(({ way }) => way === 'reader') ?? null;
  const first = named.find(({ way }) => way !== 'reader');
  return {
    ways: wanted.filter((way) => !isConnected(way) || forWay(way) !== undefined),
    online: online.toSorted((a, b) => Number(b.way === first?.way) - Number(a.way === first?.way)),
    reader,
    test: [...online, ...(reader ? [reader] : [])].some(({ live }) => !live),
  };
}

/** Whether a way needs an account that is connected. */
export const isConnected = (way: WayToPay): way is ConnectedAccount['way'] =>
  way === 'card' || way === 'debit' || way === 'reader';

/** The currencies that services are sold in and that an account of another one cannot take. */
export const otherCurrencies = (
  currency: string,
  services: readonly { readonly name: string; readonly currency: string }[],
): readonly { readonly name: string; readonly currency: string }[] =>
  services.filter((service) => service.currency !== currency);

/** Hours before an access runs out in which it is renewed, and again after each try that fails. */
export const renewBeforeHours = 7 * 24;
const tryAgainHours = 24;

/** When an access is renewed: a week before it runs out, then daily while that fails; null where it is over. */
export function renewAt(access: { readonly until: Instant; readonly failedAt: Instant | null }): Instant | null {
  const { until, failedAt } = access;
  const next = failedAt ? addHours(failedAt, tryAgainHours) : addHours(until, -renewBeforeHours);
  return next < until ? next : null;
}
