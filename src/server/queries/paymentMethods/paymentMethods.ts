import type { OfferedOnPage, PaymentMethodsView } from '#contracts/paymentMethods/views';
import { localDate } from '#core/calendar/zoned';
import { addHours, type Instant } from '#core/calendar/instant';
import { leadsTo, transferLines } from '#core/invoices/transferTo';
import { longDate } from '#core/wording/days';
import type { ConnectedAccount, OfferedWays } from '#core/paymentMethods/ways';
import type { Database, Tx } from '#server/database/database';
import { business, services } from '#server/database/schema/business';
import { cards } from '#server/database/schema/clients';
import { payAccounts } from '#server/database/schema/ways';
import type { Deps } from '#server/deps';
import { ownerRow } from '#server/database/ownerRow';
import { adapterOf } from '#server/paymentMethods/adapters';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { asc, eq } from 'drizzle-orm';

/** What an offer looks like on a client's page. */
export async function offeredOnPage(
  db: Database | Tx,
  { adapters }: Pick<Deps, 'adapters'>,
  { ways, online, test }: OfferedWays,
  about: {
    readonly now: Instant;
    readonly consentOf: (account: ConnectedAccount) => string;
    /** What a transfer is for: its number makes the reference. */
    readonly pays?: { readonly number: string; readonly currency: string };
  },
): Promise<OfferedOnPage> {
  const { now, consentOf } = about;
  const { timeZone, transferTo: words, name, seller } = await ownerRow(db);
  const { pays } = about;
  const byTransfer = ways.includes('transfer');
  const to = pays ? transferLines({ words, name, seller }, pays.number) : words;
  const rows = await db
    .select({ id: payAccounts.id, reference: payAccounts.reference, provider: payAccounts.provider })
    .from(payAccounts);
  const frameOf = (id: string): string => {
    const { provider, reference } = rows.find((row) => row.id === id)!;
    return adapterOf(adapters, provider).frame(reference);
  };
  const settles = (days: number): string | null =>
    days === 0 ? null : longDate(localDate(addHours(now, days * 24), timeZone), localDate(now, timeZone));
  return {
    ways,
    test,
    transferTo: byTransfer ? to : '',
    // Not where the owner's words lead to another account.
    transferCode: byTransfer && pays?.currency === 'EUR' && leadsTo(words, seller.iban),
    online: online.map((account) => ({
      account: account.id,
      way: account.way as 'card' | 'debit',
      consent: consentOf(account),
      frame: frameOf(account.id),
      settles: settles(account.settleDays),
    })),
  };
}

/** Ways to pay in set-up: accounts with what hangs on them, what could be connected, what is shown. */
export async function paymentMethodsView(deps: Deps, standInsOpen: boolean): Promise<PaymentMethodsView> {
  const { db, adapters, clock } = deps;
  const now = clock.now();
  const [owner] = await db.select().from(business);
  const rows = await db.select().from(payAccounts).orderBy(asc(payAccounts.seq));
  const live = rows.some(({ mode, disconnectedAt }) => mode === 'live' && disconnectedAt === null);
  const lineOf = async (row: (typeof rows)[number]): Promise<PaymentMethodsView['accounts'][number]> => {
    const { id, provider, name, way, mode, currency, accessUntil, failedAt } = row;
    const disconnected = row.disconnectedAt !== null;
    const offered = !disconnected && accessUntil > now && (mode === 'live') === live;
    const kept = await db.$count(cards, eq(cards.accountId, id));
    // One that does not answer is no reason to show nothing of the others.
    const holds = await (await processorOf(deps, id)).liveAuthorisations().then(
      ({ length }) => length,
      () => null,
    );
    const about = { id, provider, name, way, mode, currency, accessUntil, failedAt };
    return { ...about, disconnected, offered, kept, holds };
  };
  const accounts = await Promise.all(rows.map(lineOf));
  return {
    ways: owner!.ways,
    transferTo: owner!.transferTo,
    accounts,
    modes: standInsOpen ? ['test', 'live'] : ['test'],
    providers: Object.entries(adapters).map(([id, { name, abilities, currencies }]) => {
      const { way, validHours, captures, settleDays, fee } = abilities;
      return { id, name, way, validHours, captures, settleDays, fee, currencies };
    }),
    services: await db
      .select({ name: services.name, currency: services.currency })
      .from(services)
      .where(eq(services.retired, false))
      .orderBy(asc(services.name)),
  };
}
