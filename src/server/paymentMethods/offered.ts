import type { Cost } from '#core/fee/fee';
import { leastCost } from '#core/fee/cost';
import type { Ledger } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { instantOfWall } from '#core/calendar/zoned';
import type { Terms } from '#core/terms/terms';
import {
  type ConnectedAccount,
  type OfferedWays,
  offeredWays,
  waysToPay,
  type WaysShown,
} from '#core/paymentMethods/ways';
import type { Database, Tx } from '#server/database/database';
import type { VoucherOrder } from '#core/credit/voucherOrder';
import { business, services } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { connectedAccounts } from '#server/paymentMethods/payAccounts';
import { inArray, sql } from 'drizzle-orm';

type World = Pick<Deps, 'adapters'>;
export type PaidFor = {
  readonly serviceId: string;
  readonly currency: string;
  readonly timeZone: string;
  readonly startsAt: WallTime;
  readonly terms: Terms;
  /** Whether its online payments are real; null while none was tried. */
  readonly mode: 'test' | 'live' | null;
};

/** What services show of the ways to pay, within a statement. */
const waysOf = (ids: readonly string[]) =>
  sql<
    WaysShown[]
  >`(select coalesce(json_agg(${services.ways}), '[]') from ${services} where ${inArray(services.id, [...ids])})`;

/**
 * What may be paid with for bookings that are paid together: what the terms and choices of every one of them leave.
 * @param chosen the account that the owner picked for this payment
 */
export async function offeredFor(
  db: Database | Tx,
  { adapters }: World,
  bookings: readonly PaidFor[],
  now: Instant,
  chosen: Ledger['accountChosen'] = null,
): Promise<OfferedWays> {
  const ids = bookings.map(({ serviceId }) => serviceId);
  const [shown] = await db.select({ ways: business.ways, own: waysOf(ids) }).from(business);
  const starts = bookings.map(({ startsAt, timeZone }) => instantOfWall(startsAt, timeZone)).sort();
  const picked: WaysShown[] = chosen ? [{ hidden: [], online: chosen }] : [];
  return offeredWays({
    terms: waysToPay.filter((way) => bookings.every(({ terms }) => terms.ways?.includes(way) ?? true)),
    shown: [shown!.ways, ...shown!.own, ...picked],
    accounts: (await connectedAccounts(db, adapters, now)).filter(({ live }) =>
      bookings.every(({ mode }) => mode === null || (mode === 'live') === live),
    ),
    currency: bookings[0]!.currency,
    asOf: now,
    startAt: starts[0] ?? null,
  });
}

/** What a payment without a booking may be paid with. */
export async function offeredForRequest(
  db: Database | Tx,
  { adapters }: World,
  request: { readonly currency: string; readonly ways: WaysShown; readonly voucher: VoucherOrder | null },
  now: Instant,
): Promise<OfferedWays> {
  const [owner] = await db.select({ ways: business.ways }).from(business);
  const shown = [owner!.ways, request.ways];
  const accounts = await connectedAccounts(db, adapters, now);
  // A voucher is money as soon as its code is out: it is paid by what does not come back by itself.
  const terms = request.voucher ? (['card'] as const) : undefined;
  return offeredWays({ terms, shown, accounts, currency: request.currency, asOf: now, startAt: null });
}

/** The account that a client pays through: the one that their page offered, or the default one; null where it is not. */
export const pickAccount = ({ online }: OfferedWays, accountId: string | undefined): ConnectedAccount | null =>
  (accountId === undefined ? online[0] : online.find(({ id }) => id === accountId)) ?? null;

/** What the cheapest of the cards that are offered costs: what a page passes on, and is then charged, whichever is used. */
export const cardCost = ({ online }: Pick<OfferedWays, 'online'>): Cost | null =>
  leastCost(online.filter(({ way }) => way === 'card').map(({ cost }) => cost));
