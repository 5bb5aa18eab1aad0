import type { Instant } from '#core/calendar/instant';
import type { Cost } from '#core/fee/fee';
import type { Decimal } from '#core/money/decimal';
import { zero } from '#core/money/minor';
import type { ConnectedAccount } from '#core/paymentMethods/ways';
import type { Database, Tx } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { adapterOf } from '#server/paymentMethods/adapters';
import type { Abilities, CardProcessor } from '#server/ports';
import { and, asc, eq, isNull, type SQL, sql } from 'drizzle-orm';

export type PayAccount = typeof payAccounts.$inferSelect;

const nothing: Cost = { percent: '0' as Decimal, fixed: zero };

/** What the processor of an account takes of a payment; null where it is not known any more. */
export async function costOf(tx: Tx, { adapters }: Pick<Deps, 'adapters'>, accountId: string): Promise<Cost | null> {
  const [row] = await tx
    .select({ provider: payAccounts.provider })
    .from(payAccounts)
    .where(eq(payAccounts.id, accountId));
  return (row && adapters[row.provider]?.abilities.fee) ?? null;
}

const connected = prepared((db) =>
  db.select().from(payAccounts).where(isNull(payAccounts.disconnectedAt)).orderBy(asc(payAccounts.seq)),
);
const byId = prepared((db) =>
  db
    .select()
    .from(payAccounts)
    .where(eq(payAccounts.id, sql.placeholder('id'))),
);

/** The accounts that are connected, in the order in which they were. */
export async function connectedAccounts(
  db: Database | Tx,
  adapters: Deps['adapters'],
  now: Instant,
): Promise<ConnectedAccount[]> {
  const rows = await connected(db, {});
  return rows.map(({ id, provider, name, way, currency, mode, accessUntil }) => ({
    id,
    name,
    way,
    currency,
    live: mode === 'live',
    usable: accessUntil > now,
    settleDays: adapters[provider]?.abilities.settleDays ?? 0,
    cost: adapters[provider]?.abilities.fee ?? nothing,
  }));
}

export const testAccountConnected = async (db: Database): Promise<boolean> =>
  (await db.$count(payAccounts, and(eq(payAccounts.mode, 'test'), isNull(payAccounts.disconnectedAt)))) > 0;

/**
 * Whether a frame in which numbers are typed may be shown for an account: connected here, and a test account where real
 * money could be elsewhere.
 */
export async function isFramed(db: Database, reference: string, withLive: boolean): Promise<boolean> {
  const its = and(eq(payAccounts.reference, reference), isNull(payAccounts.disconnectedAt));
  return (await db.$count(payAccounts, withLive ? its : and(its, eq(payAccounts.mode, 'test')))) > 0;
}

/** The account that a processor names so; null where none is, or was, connected here. */
export async function accountOfReference(
  db: Database,
  provider: string,
  reference: string,
): Promise<PayAccount | null> {
  const [row] = await db
    .select()
    .from(payAccounts)
    .where(and(eq(payAccounts.provider, provider), eq(payAccounts.reference, reference)));
  return row ?? null;
}

/** The processor's account of that id, also one that takes no new payments any more. */
export async function processorOf(
  deps: Pick<Deps, 'db' | 'adapters' | 'vault'>,
  accountId: string,
): Promise<CardProcessor> {
  const [row] = await byId(deps.db, { id: accountId });
  if (!row) throw new Error(`no account ${accountId}`);
  return processorBy(deps, row);
}

/** The same, of an account that was read. */
export const processorBy = (
  { adapters, vault }: Pick<Deps, 'adapters' | 'vault'>,
  { id, provider, reference, access }: PayAccount,
): CardProcessor => adapterOf(adapters, provider).open(reference, vault.open(access, id));

/** Whether a request was answered with this authorisation. */
export const gaveOut = (authorisation: string): SQL =>
  sql`${intents.state} = 'approved' and ${intents.answer}->>'reference' = ${authorisation}`;

/** The account that gave out an authorisation. */
export async function accountOfAuthorisation(tx: Tx | Database, authorisation: string): Promise<string> {
  const [placed] = await tx
    .select({ accountId: intents.accountId })
    .from(intents)
    .where(gaveOut(authorisation))
    .limit(1);
  if (!placed) throw new Error(`nobody asked for the authorisation ${authorisation}`);
  return placed.accountId;
}

/** What the account can do that gave out an authorisation. */
export async function abilitiesOfAuthorisation(
  tx: Tx | Database,
  { adapters }: Pick<Deps, 'adapters'>,
  authorisation: string,
): Promise<Abilities> {
  const id = await accountOfAuthorisation(tx, authorisation);
  const [row] = await tx.select({ provider: payAccounts.provider }).from(payAccounts).where(eq(payAccounts.id, id));
  return adapterOf(adapters, row!.provider).abilities;
}

/**
 * The payment behind a receipt, as its processor names it, and the account that it came through: of a payment the
 * intent of that id, of money that a hold gave the capture of that authorisation.
 */
export async function paymentOfReceipt(
  tx: Tx,
  receiptId: string,
): Promise<{ readonly payment: string; readonly accountId: string }> {
  const captured = sql`${intents.request}->>'kind' in ('capture', 'keepFromHold', 'captureReserved')
    and ${intents.request}->>'authorisation' = ${receiptId}`;
  const rows = await tx
    .select()
    .from(intents)
    .where(and(eq(intents.state, 'approved'), sql`(${intents.id} = ${receiptId} or (${captured}))`));
  const paid = rows.find(({ answer }) => answer?.outcome === 'approved');
  if (paid?.answer?.outcome !== 'approved') throw new Error(`no payment behind the receipt ${receiptId}`);
  return { payment: paid.answer.reference, accountId: paid.accountId };
}
