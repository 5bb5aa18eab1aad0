import type { BankFault } from '#world/accounts/testBankAccounts';
import { readBankAccount } from '#world/accounts/testBankAccounts';
import { descriptionOf } from '#world/accounts/catalogue';
import { accounts } from '#world/accounts/tables';
import { vault } from '#world/cardNetwork/tables';
import { type CardFault, readNumber } from '#world/cardNetwork/testCards';
import type { WorldDatabase } from '#world/database';
import { eq } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';

export type TokeniseFault = CardFault | BankFault | 'account_unknown';

/**
 * Turns a number that was typed in an account's frame, of a card or of a bank account, into a token that this account
 * knows. The number is not kept; only the frame may send one here.
 */
export async function tokenise(
  db: WorldDatabase,
  account: string,
  typed: string,
): Promise<{ token: string; last4: string } | { fault: TokeniseFault }> {
  const [row] = await db.select().from(accounts).where(eq(accounts.reference, account));
  if (!row) return { fault: 'account_unknown' };
  const read = descriptionOf(row.provider).abilities.way === 'debit' ? readBankAccount(typed) : readNumber(typed);
  if ('fault' in read) return read;
  const token = `kept.${randomBytes(15).toString('base64url')}`;
  await db.insert(vault).values({ token, account, ...read });
  return { token, last4: read.last4 };
}
