import type { CancelBooking } from '#contracts/owner';
import type { Fact } from '#core/booking/facts';
import { wallOfInstant } from '#core/calendar/zoned';
import { cancel, type Cancellation } from '#core/cancellation/cancel';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/booking/record';
import { intents } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { carryOut } from '#server/intents/carryOut';
import { openIntent, paymentUnderWay } from '#server/intents/openIntent';
import { type NotFound, onBooking } from '#server/usecases/onBooking';
import { runDue } from '#server/agenda/runDue';
import { eq } from 'drizzle-orm';

export type CancelRefusal = NotFound | { readonly code: 'booking_over' | 'payment_under_way' };

/**
 * Cancels by the agreed terms: what is kept, and what goes back over which receipt. Card receipts are refunded at the
 * processor, others are given back by hand and recorded so. The hold is let go by the agenda.
 */
export const cancelBooking =
  (deps: Deps) =>
  async ({ bookingId, by }: CancelBooking): Promise<Result<Cancellation, CancelRefusal>> => {
    const refunds: string[] = [];
    const result = await onBooking<Cancellation, CancelRefusal>(
      deps,
      bookingId,
      async ({ tx, loaded, standing, now }) => {
        const { ledger, agreed } = standing;
        if (ledger.cancelled || ledger.closedOut || ledger.lapsed) return refuse({ code: 'booking_over' });
        if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
        const { timeZone, start, total, terms } = agreed;
        const decided = cancel({
          ...terms.cancellation,
          timeZone,
          agreed: agreed.agreed,
          start,
          cancelled: wallOfInstant(now, timeZone),
          by,
          total,
          receipts: ledger.receipts,
        });
        const { rule, keep, refund, owed } = decided;
        const added: Fact[] = [{ kind: 'cancelled', at: now, by, rule, keep, refund, owed }];
        for (const { id: receiptId, amount } of decided.refunds) {
          const method = ledger.receipts.find((receipt) => receipt.id === receiptId)!.method;
          if (method !== 'card' && method !== 'hold') {
            added.push({ kind: 'refunded', at: now, refundId: `${receiptId}:back`, receiptId, amount, method });
            continue;
          }
          const [paid] = await tx.select().from(intents).where(eq(intents.id, receiptId));
          const payment = paid?.answer?.outcome === 'approved' ? paid.answer.reference : receiptId;
          const request = { kind: 'refund' as const, receiptId, payment };
          refunds.push(
            await openIntent(tx, { id: deps.newId(), bookingId, cause: `refund:${receiptId}`, request, amount, now }),
          );
        }
        await recordFacts(tx, loaded, added, now);
        return ok(decided);
      },
    );
    if (!result.ok) return result;
    for (const id of refunds) await carryOut(deps, id);
    await runDue(deps);
    return result;
  };
