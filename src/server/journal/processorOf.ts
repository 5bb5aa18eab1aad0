import type { Fact } from '#core/bookings/facts';
import type { Tx } from '#server/database/database';
import { payAccounts } from '#server/database/schema/ways';
import { intents } from '#server/database/schema/work';
import { eq, or, type SQL, sql } from 'drizzle-orm';

/** What a fact of a payment is known by at its processor: the request that asked for it, or the authorisation. */
function askedBy(fact: Fact): SQL | undefined {
  const byReference = (reference: string): SQL => sql`${intents.answer}->>'reference' = ${reference}`;
  if (fact.kind === 'disputeOpened' || fact.kind === 'disputeDecided')
    return or(eq(intents.id, fact.receiptId), byReference(fact.receiptId));
  if (fact.kind === 'received' || fact.kind === 'debitReturned' || fact.kind === 'putRight')
    return eq(intents.id, fact.receiptId);
  if (fact.kind === 'refunded') return or(eq(intents.id, fact.refundId), eq(intents.id, fact.receiptId));
  const captured = fact.kind === 'holdCaptured' || fact.kind === 'paymentCaptured' || fact.kind === 'claimsTaken';
  return captured ? byReference(fact.authorisation) : undefined;
}

/** The processor that a payment went through, as its owner knows it; nothing where none is known to have asked for it. */
export async function processorOfFact(tx: Tx, fact: Fact): Promise<string> {
  const asked = askedBy(fact);
  if (!asked) return '';
  const [row] = await tx
    .select({ name: payAccounts.name })
    .from(intents)
    .innerJoin(payAccounts, eq(payAccounts.id, intents.accountId))
    .where(asked)
    .limit(1);
  return row?.name ?? '';
}

/** The processor of an account. */
export async function processorOfAccount(tx: Tx, accountId: string): Promise<string> {
  const [row] = await tx.select({ name: payAccounts.name }).from(payAccounts).where(eq(payAccounts.id, accountId));
  return row?.name ?? '';
}
