import { backWhenWon } from '#core/disputes/backWhenWon';
import { factsOfDispute } from '#core/disputes/factsOfDispute';
import type { Fact } from '#core/bookings/facts';
import { ledgerOf } from '#core/bookings/ledger';
import type { Instant } from '#core/calendar/instant';
import { least, type Minor, minor, remainder, sum, zero } from '#core/money/minor';
import type { ProcessorCall } from '#core/payments/processorCall';
import { otherShares, ownShare } from '#core/payments/shares';
import { type LoadedBooking, lockBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { disputeOfRequest } from '#server/credit/requestReturns';
import type { Tx } from '#server/database/database';
import { intents } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { askedOf, type OpenCall } from '#server/processorCalls/openCall';
import { openRefunds } from '#server/processorCalls/openRefunds';
import type { ProcessorEvent } from '#server/ports';
import { and, eq, sql } from 'drizzle-orm';

export type DisputeEvent = Extract<ProcessorEvent, { type: 'dispute.changed' }>;

/** The receipt that a payment became: its own, or what a capture gave of an authorisation. */
const receiptOf = (id: string, request: ProcessorCall): string =>
  'authorisation' in request ? request.authorisation : id;

/** `placed`: news of a payment, or of a step, that is not known here yet waits for that. `further`: intents to carry out. */
export type DisputePlaced = { readonly placed: boolean; readonly further: readonly OpenCall[] };

/** Records what a processor tells of a dispute, on each booking that the payment was for. */
export async function recordDispute(deps: Deps, tx: Tx, event: DisputeEvent): Promise<DisputePlaced> {
  const [paid] = await tx
    .select()
    .from(intents)
    .where(
      sql`${intents.answer}->>'reference' = ${event.payment} and ${intents.request}->>'kind' not in ('extend', 'raise')`,
    );
  if (!paid) return { placed: await disputeOfRequest(deps, tx, event), further: [] };
  // A payment whose answer has not been recorded is not known yet, whatever the processor says of it.
  if (paid.state !== 'approved') return { placed: false, further: [] };
  const asked = askedOf(paid);
  const receiptId = receiptOf(paid.id, paid.request);
  const at = deps.clock.now();
  const shares = [ownShare(asked), ...otherShares(asked)];
  const bookingIds = [...new Set([paid.bookingId, ...shares.map((share) => share.bookingId)])];
  let left: Minor = event.amount;
  let placed = true;
  const further: OpenCall[] = [];
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
    else if (added.length > 0) further.push(...(await recordStep(deps, tx, loaded, added, at)));
  }
  return { placed, further };
}

/** One that is won after a cancellation frees what that owed and had to leave out. */
async function recordStep(
  { newId }: Deps,
  tx: Tx,
  loaded: LoadedBooking,
  added: readonly Fact[],
  now: Instant,
): Promise<readonly OpenCall[]> {
  const recorded = await recordFacts(tx, loaded, added, now);
  const won = added.find((fact) => fact.kind === 'disputeDecided' && fact.outcome === 'won');
  if (won?.kind !== 'disputeDecided') return [];
  const { booking, client } = loaded;
  const bookingId = booking.id;
  const { bookingState } = recorded;
  const back = backWhenWon(bookingState, won, await goingBack(tx, bookingId));
  if (!back) return [];
  const cause = `won:${won.disputeId}`;
  const opened = await openRefunds(tx, { bookingId, refunds: [back], ledger: bookingState.ledger, cause, now, newId });
  if (opened.facts.length > 0) await recordFacts(tx, { booking, client, facts: recorded.facts }, opened.facts, now);
  return opened.opened;
}

/** What of a booking's receipts is asked to go back and not answered yet, without what was paid on top. */
async function goingBack(tx: Tx, bookingId: string): Promise<Minor> {
  const open = await tx
    .select({ amount: intents.amount, request: intents.request })
    .from(intents)
    .where(
      and(eq(intents.bookingId, bookingId), eq(intents.state, 'open'), sql`${intents.request}->>'kind' = 'refund'`),
    );
  return sum(
    open.map(({ amount, request }) => {
      const on = request.kind === 'refund' ? request.on : undefined;
      return remainder(amount, sum([on?.fee ?? zero, on?.tip ?? zero]));
    }),
  );
}
