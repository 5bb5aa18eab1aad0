import type { Instant } from '#core/calendar/instant';
import { renewAt } from '#core/paymentMethods/ways';
import { longMoment } from '#core/wording/days';
import { localDate } from '#core/calendar/zoned';
import { payAccounts } from '#server/database/schema/ways';
import { business } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import type { Tx } from '#server/database/database';
import { writeNotice } from '#server/mail/notify/write';
import { renewalId } from '#server/failures/failures';
import { givenUpOn, recordTrouble, saidBy } from '#server/failures/troubles';
import { adapterOf } from '#server/paymentMethods/adapters';
import type { PayAccount } from '#server/paymentMethods/payAccounts';
import { eq, not, sql } from 'drizzle-orm';

const momentOf = ({ accessUntil: until, failedAt }: PayAccount): Instant | null => renewAt({ until, failedAt });

/** Of what its owner has given up, no more. */
const keptUp = not(givenUpOn('renewal', sql`${payAccounts.id} || ' ' || ${payAccounts.accessUntil}`));

/** What is renewed by itself, as an expression: until when each is, and when it failed last. */
export const renewable = sql`(select json_agg(json_build_object('until', access_until, 'failedAt', failed_at))
  from ${payAccounts} where ${keptUp})`;

/**
 * Renews each access whose time has come. Where a processor refuses, or cannot be reached, the owner is told once and it
 * is tried again each day until the access runs out.
 * @returns how many were tried
 */
export async function renewAccess(deps: Deps): Promise<number> {
  const { db, clock } = deps;
  const now = clock.now();
  const due = (await db.select().from(payAccounts).where(keptUp)).filter((row) => {
    const at = momentOf(row);
    return at !== null && at <= now;
  });
  for (const account of due) await renewOne(deps, account, now);
  return due.length;
}

/** Renews one now, whenever its time is. */
export async function renewNow(deps: Deps, accountId: string): Promise<void> {
  const [account] = await deps.db.select().from(payAccounts).where(eq(payAccounts.id, accountId));
  if (account) await renewOne(deps, account, deps.clock.now());
}

async function renewOne(deps: Deps, account: PayAccount, now: Instant): Promise<void> {
  const { db, adapters, report, outbox, newId, vault } = deps;
  let said = 'refused';
  const access = await adapterOf(adapters, account.provider)
    .renew(account.reference, vault.open(account.access, account.id))
    .catch((error: unknown) => {
      report(`the access to ${account.name} could not be renewed`, error);
      said = saidBy(error);
      return null;
    });
  if (!access) await recordTrouble(deps, 'renewal', renewalId(account), said);
  await db.transaction(async (tx) => {
    await tx
      .update(payAccounts)
      .set(
        access
          ? { access: vault.seal(access.token, account.id), accessUntil: access.until, failedAt: null }
          : { failedAt: now },
      )
      .where(eq(payAccounts.id, account.id));
    if (!access && account.failedAt === null && account.disconnectedAt === null)
      await tellOfRefusal(tx, account, { id: newId(), now });
  });
  outbox.wake();
}

async function tellOfRefusal(tx: Tx, account: PayAccount, about: { id: string; now: Instant }): Promise<void> {
  const [owner] = await tx.select({ timeZone: business.timeZone }).from(business);
  const { timeZone } = owner!;
  const until = longMoment(account.accessUntil, timeZone, localDate(about.now, timeZone));
  await writeNotice(tx, {
    ...about,
    key: `access:${account.id}:${account.accessUntil}`,
    subject: `${account.name} does not renew its access`,
    lines: [
      `Ostendo may use your ${account.currency} account with ${account.name} until ${until}. It asked for longer and was refused.`,
      'It asks again each day. After that day no payment goes through this account; connect it again before then.',
    ],
    path: '/set-up/ways',
  });
}
