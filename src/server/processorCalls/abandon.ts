import type { Deps } from '#server/deps';
import { bookings } from '#server/database/schema/bookings';
import { askProcessor, makeCall } from '#server/processorCalls/makeCall';
import type { CallRow } from '#server/processorCalls/openCall';
import { recordAnswer } from '#server/processorCalls/recordAnswer';
import { processorOf } from '#server/paymentMethods/payAccounts';
import { eq } from 'drizzle-orm';

/**
 * Gives up what waits for somebody's confirmation, and records what came of it: asked again with its key, the processor
 * tells whether it was confirmed just before.
 * @returns whether it was given up
 */
export async function abandon(deps: Deps, waiting: CallRow): Promise<boolean> {
  if (waiting.answer?.outcome !== 'confirm') return false;
  const processor = await processorOf(deps, waiting.accountId);
  await processor.abandon({ reference: waiting.answer.reference });
  const of = eq(bookings.id, waiting.bookingId);
  const [booking] = await deps.db.select({ currency: bookings.currency }).from(bookings).where(of);
  const answer = await askProcessor(processor, waiting, booking!.currency);
  for (const id of await recordAnswer(deps, waiting.id, answer)) await makeCall(deps, id);
  return answer.outcome === 'declined';
}
