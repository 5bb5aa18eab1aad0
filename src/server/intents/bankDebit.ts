import { secondChanceHours } from '#core/agenda/wantedErrands';
import type { Fact } from '#core/booking/facts';
import type { Ledger } from '#core/booking/ledger';
import { addHours, type Instant } from '#core/calendar/instant';
import { type LoadedBooking, lockBooking } from '#server/booking/lockBooking';
import { recordFacts } from '#server/booking/record';
import type { Tx } from '#server/database/open';
import { intents } from '#server/database/schema/work';
import type { IntentRow } from '#server/intents/openIntent';
import type { PaidShare } from '#server/intents/request';
import { keepCard, otherShares, ownShare } from '#server/intents/shares';
import type { ProcessorAnswer } from '#server/ports';
import { eq } from 'drizzle-orm';

type Pending = Extract<ProcessorAnswer, { outcome: 'pending' }>;

/** Collected from a bank account: told on each booking that it pays for, whose place then waits for it. */
export async function recordOnTheWay(
  tx: Tx,
  loaded: LoadedBooking,
  intent: IntentRow,
  { settles, ...answer }: Pending,
  now: Instant,
): Promise<void> {
  const { request } = intent;
  if (intent.state === 'settling' || (request.kind !== 'pay' && request.kind !== 'charge')) return;
  const state = { state: 'settling' as const, answer: { settles, ...answer } };
  await tx.update(intents).set(state).where(eq(intents.id, intent.id));
  const { id: cardId, last4 } = request.card;
  const sent = { kind: 'debitSent' as const, at: now, receiptId: intent.id, cardId, last4, settles };
  const clientPresent = request.kind === 'pay';
  const own = ownShare(intent);
  for (const share of [own, ...otherShares(intent).map((other) => ({ ...other, keeps: own.keeps }))]) {
    const on = share.bookingId === loaded.booking.id ? loaded : (await lockBooking(tx, share.bookingId))!;
    const { clientId } = on.booking;
    const kept = share.keeps ? [await keepCard(tx, clientId, request.card, { consent: share.consent }, now)] : [];
    await recordFacts(tx, on, [{ ...sent, amount: share.amount, clientPresent }, ...kept], now);
  }
}

/** Sent back before it settled. A place that waited for it is kept a while longer, for another payment. */
export function returnedFacts(
  { id: receiptId, request }: IntentRow,
  { amount }: Pick<PaidShare, 'amount'>,
  code: string,
  { ledger, startAt, now: at }: { readonly ledger: Ledger; readonly startAt: Instant; readonly now: Instant },
): Fact[] {
  if (request.kind !== 'pay' && request.kind !== 'charge') return [];
  const { id: cardId, last4 } = request.card;
  const clientPresent = request.kind === 'pay';
  const returned = { kind: 'debitReturned' as const, at, receiptId, amount, code, cardId, last4, clientPresent };
  const later = addHours(at, secondChanceHours);
  const until = later < startAt ? later : startAt;
  const longer: Fact[] =
    ledger.kept && !ledger.lapsed && ledger.kept.until < until
      ? [{ kind: 'placeKept', at, for: ledger.kept.for, until }]
      : [];
  return [{ ...returned, settled: false }, ...longer];
}
