import type { bookingState } from '#core/bookings/bookingState';
import { accounts } from '#core/books/journal/entry';
import { minor, sum, zero } from '#core/money/minor';
import { payments } from '#world/cardNetwork/tables';
import { expect } from 'chai';
import { isNull } from 'drizzle-orm';
import { balanceOf } from './balances';
import type { Database } from '#server/database/database';

/**
 * What is in hand is what came less what went back, no receipt stands twice, and card clearing is just what the
 * processors have taken and not paid out yet.
 */
export async function moneyAgrees(
  app: { readonly deps: { readonly db: Database } },
  ids: readonly string[],
  stands: (id: string) => Promise<ReturnType<typeof bookingState>>,
): Promise<void> {
  for (const id of ids) {
    const { ledger, position, onTheWay, agreed } = await stands(id);
    const inHand = sum(ledger.receipts.map(({ amount, refunded }) => minor(amount - refunded)));
    expect(position.received, `in hand is what came less what went back, of ${id}`).to.equal(inHand);
    expect(new Set(ledger.receipts.map((receipt) => receipt.id)).size).to.equal(ledger.receipts.length);
    // What a card did not take back waits for the owner, who was told.
    const notTakenBack = ledger.refundsRefused.map(({ amount }) => amount);
    const owed = sum([agreed.total, ledger.claimsOwed?.amount ?? zero, ...notTakenBack]);
    if (!ledger.cancelled && !ledger.lapsed)
      expect(inHand + onTheWay, `nothing is collected beyond the price of ${id}`).to.be.at.most(owed);
  }
  const open = await app.deps.db.select().from(payments).where(isNull(payments.payout));
  expect(
    await balanceOf(app.deps.db, accounts.cardClearing),
    'card clearing is what the processors still have',
  ).to.equal(open.reduce((total, { amount }) => total + amount, 0));
}
