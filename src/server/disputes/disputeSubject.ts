import type { Dispute } from '#core/disputes/disputes';
import { ledgerOf } from '#core/bookings/ledger';
import { zero } from '#core/money/minor';
import type { RequestFact } from '#core/paymentRequests/requestFacts';
import { type LoadedBooking, readBooking } from '#server/bookings/lockBooking';
import type { Database, Tx } from '#server/database/database';
import { facts } from '#server/database/schema/bookings';
import { paymentRequests, requestFacts, requestPayments } from '#server/database/schema/credit';
import { intents } from '#server/database/schema/work';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import type { RequestRow } from '#server/paymentRequests/requests';
import { asc, eq, or, sql } from 'drizzle-orm';

/** What a dispute is about, and the account whose processor hears the answer. */
export type DisputeSubject = {
  readonly dispute: Dispute;
  readonly accountId: string;
  /** The reference that its processor gave the payment, and when it was approved. */
  readonly payment: { readonly reference: string; readonly at: Dispute['openedAt'] } | null;
} & (
  | { readonly kind: 'booking'; readonly loaded: LoadedBooking; readonly bookingIds: readonly string[] }
  | { readonly kind: 'request'; readonly request: RequestRow }
);

export const ofDispute = (id: string) => sql`${facts.fact}->>'disputeId' = ${id}`;

async function accountOf(db: Database | Tx, receiptId: string) {
  const rows = await db
    .select({ accountId: intents.accountId, answer: intents.answer })
    .from(intents)
    .where(
      or(
        eq(intents.id, receiptId),
        sql`${intents.request}->>'kind' in ('capture', 'takeClaims', 'keepFromHold', 'captureReserved') and ${intents.request}->>'authorisation' = ${receiptId}`,
      ),
    )
    .orderBy(asc(intents.madeAt));
  return rows.find(({ answer }) => answer?.outcome === 'approved') ?? rows[0] ?? null;
}

/** The dispute of a request, as its facts tell it; null where there is none of that id. */
export function disputeOfFacts(
  told: readonly RequestFact[],
  id: string,
  moments: readonly Dispute['openedAt'][],
): Dispute | null {
  let found: Dispute | null = null;
  told.forEach((fact, index) => {
    const at = moments[index]!;
    if (fact.kind === 'disputed' && fact.dispute === id) {
      const { payment: receiptId, amount, tip = zero, charge, family, code, answerBy, taken } = fact;
      const about = {
        id,
        receiptId,
        amount,
        claims: zero,
        fee: zero,
        feeTax: zero,
        tip,
        charge,
        family,
        code,
        answerBy,
      };
      found = { ...about, openedAt: at, state: taken ? 'open' : 'asked', answeredAt: null, decidedAt: null, taken };
    }
    if (!found || !('dispute' in fact) || fact.dispute !== id) return;
    if (fact.kind === 'disputeAnswered') found = { ...found, state: 'answered', answeredAt: at };
    if (fact.kind === 'disputeDecided')
      found = {
        ...found,
        state: fact.outcome,
        decidedAt: at,
        taken: fact.outcome === 'lost' || fact.outcome === 'givenIn',
      };
  });
  return found;
}

/** The dispute of that id with what it is about; null where there is none. */
export async function disputeSubject(db: Database | Tx, id: string): Promise<DisputeSubject | null> {
  const rows = await db.selectDistinct({ bookingId: facts.bookingId }).from(facts).where(ofDispute(id));
  const bookingIds = rows.map(({ bookingId }) => bookingId).sort();
  if (bookingIds.length > 0) {
    const loaded = (await readBooking(db, bookingIds[0]!))!;
    const dispute = ledgerOf(loaded.facts).after.disputes.find((each) => each.id === id)!;
    const asked = await accountOf(db, dispute.receiptId);
    if (!asked) return null;
    const { answer } = asked;
    const payment = answer?.outcome === 'approved' ? { reference: answer.reference, at: answer.at } : null;
    return { kind: 'booking', dispute, accountId: asked.accountId, payment, loaded, bookingIds };
  }
  const [of] = await db
    .select({ requestId: requestFacts.requestId })
    .from(requestFacts)
    .where(sql`${requestFacts.fact}->>'dispute' = ${id}`)
    .limit(1);
  if (!of) return null;
  const [request] = await db.select().from(paymentRequests).where(eq(paymentRequests.id, of.requestId));
  const told = (await factsOfRequests(db, [of.requestId])).toReversed();
  const dispute = disputeOfFacts(
    told.map(({ fact }) => fact),
    id,
    told.map(({ at }) => at),
  );
  if (!dispute || !request) return null;
  const [paid] = await db.select().from(requestPayments).where(eq(requestPayments.id, dispute.receiptId));
  if (!paid) return null;
  const { answer } = paid;
  const payment = answer?.outcome === 'approved' ? { reference: answer.reference, at: answer.at } : null;
  return { kind: 'request', dispute, accountId: paid.accountId, payment, request };
}
