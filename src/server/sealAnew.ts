import type { Database } from '#server/database/database';
import { twoFactor } from '#server/database/schema/signIn';
import { payAccounts } from '#server/database/schema/ways';
import { secretFor } from '#server/secrets';
import { isSealed, type Vault } from '#server/vault';
import { symmetricDecrypt, symmetricEncrypt } from 'better-auth/crypto';
import { eq } from 'drizzle-orm';

/**
 * Puts everything that is kept sealed under the secret of now: what was written before there was a vault, and what a
 * former secret sealed. Nothing to do is the usual case. @returns how many texts were sealed anew
 */
export async function sealAnew(db: Database, vault: Vault, secrets: readonly [string, ...string[]]): Promise<number> {
  return db.transaction(async (tx) => {
    let done = 0;
    const { id, access } = payAccounts;
    for (const row of await tx.select({ id, access }).from(payAccounts).for('update')) {
      if (vault.isCurrent(row.access)) continue;
      const text = isSealed(row.access) ? vault.open(row.access, row.id) : row.access;
      await tx
        .update(payAccounts)
        .set({ access: vault.seal(text, row.id) })
        .where(eq(id, row.id));
      done++;
    }
    if (secrets.length === 1) return done;
    const [key, ...former] = secrets.map((secret) => secretFor(secret, 'sessions'));
    for (const row of await tx.select().from(twoFactor).for('update')) {
      const anew = async (data: string): Promise<string | null> => {
        if (await opens(key!, data)) return null;
        for (const before of former) {
          const text = await opens(before, data);
          if (text !== null) return symmetricEncrypt({ key: key!, data: text });
        }
        throw new Error('a second factor is sealed under a secret that is not known here');
      };
      const [secret, backupCodes] = [await anew(row.secret), await anew(row.backupCodes)];
      if (secret === null || backupCodes === null) continue;
      await tx.update(twoFactor).set({ secret, backupCodes }).where(eq(twoFactor.id, row.id));
      done += 2;
    }
    return done;
  });
}

const opens = (key: string, data: string): Promise<string | null> => symmetricDecrypt({ key, data }).catch(() => null);
