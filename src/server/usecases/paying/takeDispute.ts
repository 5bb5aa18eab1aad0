import { factsOfDispute } from '#core/after/factsOfDispute';
import { ledgerOf } from '#core/booking/ledger';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import type { IntentRequest } from '#core/paying/request';
import { otherShares, ownShare } from '#core/paying/shares';
import { lockBooking } from '#server/booking/lockBooking';
import { recordFacts } from '#server/booking/record';
import { disputeOfRequest } from '#server/credit/requestReturns';
import type { Tx } from '#server/database/database';
import { intents } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { askedOf } from '#server/intents/openIntent';
import type { ProcessorEvent } from '#server/ports';
import { sql } from 'drizzle-orm';

export type DisputeEvent = Extract<ProcessorEvent, { type: 'dispute.changed' }>;

/** The receipt that a payment became: its own, or what a capture gave of an authorisation. */
const receiptOf = (id: string, request: IntentRequest): string =>
  'authorisation' in request ? request.authorisation : id;

/**
 * Records what a processor tells of a dispute, on each booking that the payment was for.
 * @returns whether it could be: news of a payment, or of a step, that is not known here yet waits for that
 */
export async function recordDispute(deps: Deps, tx: Tx, event: DisputeEvent): Promise<boolean> {
  const [paid] = await tx
    .select()
    .from(intents)
    .where(
      sql`${intents.answer}->>'reference' = ${event.payment} and ${intents.request}->>'kind' not in ('extend', 'raise')`,
    );
  if (!paid) return disputeOfRequest(deps, tx, event);
  // A payment whose answer has not been recorded is not known yet, whatever the processor says of it.
  if (paid.state !== 'approved') return false;
  const asked = askedOf(paid);
  const receiptId = receiptOf(paid.id, paid.request);
  const at = deps.clock.now();
  const shares = [ownShare(asked), ...otherShares(asked)];
  const bookingIds = [...new Set([paid.bookingId, ...shares.map((share) => share.bookingId)])];
  let left: Minor = event.amount;
  let placed = true;
  for (const [index, bookingId] of bookingIds.entries()) {
    const loaded = (await lockBooking(tx, bookingId))!;
    const last = index === bookingIds.length - 1;
    const receipt = ledgerOf(loaded.facts).receipts.find(({ id }) => id === receiptId);
    const own = shares.find((each) => each.bookingId === bookingId);
    const top = sum([own?.fee?.amount ?? zero, own?.tip ?? zero]);
    // What was given back of one share is not disputed there.
    const most = receipt ? minor(remainder(receipt.amount, receipt.refunded) + top) : zero;
    const share = last ? left : least(left, most);
    left = remainder(left, share);
    const charge = index === 0 ? event.charge : zero;
    if (bookingIds.length > 1 && share === 0 && (event.state === 'asked' || event.state === 'opened')) continue;
    const added = factsOfDispute(event, { receiptId, share, charge }, { facts: loaded.facts, at });
    if (added === null) placed = false;
    else if (added.length > 0) await recordFacts(tx, loaded, added, at);
  }
  return placed;
}
