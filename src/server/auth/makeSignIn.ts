import type { Tx } from '#server/database/database';
import { account, user } from '#server/database/schema/signIn';
import { randomUUID } from 'node:crypto';

/** Makes a sign-in within a transaction, in the tables of the sign-in's library and as it keeps them. */
export async function makeSignIn(
  tx: Tx,
  { name, email, hash }: { readonly name: string; readonly email: string; readonly hash: string },
): Promise<void> {
  const id = randomUUID();
  await tx.insert(user).values({ id, name, email: email.toLowerCase() });
  await tx
    .insert(account)
    .values({ id: randomUUID(), accountId: id, providerId: 'credential', userId: id, password: hash });
}
