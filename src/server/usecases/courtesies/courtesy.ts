import type { ForeseeCourtesy, ForeseeReversal, GiveCourtesy, ReversePayment } from '#contracts/claims/after';
import type { Foreseen } from '#contracts/claims/afterViews';
import { courtesyOf, type MayNotGiveCourtesy } from '#core/courtesies/courtesy';
import { courtesyBefore } from '#core/courtesies/courtesyBefore';
import { type MayNotReverse, reversedPayment as putRightOf } from '#core/payments/reversedPayment';
import type { Fact } from '#core/bookings/facts';
import type { Refund } from '#core/payments/givingBack';
import { type ProofNeeded, type RefundLimit, wantsProof } from '#core/payments/refundLimit';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { foreseen } from '#server/foreseen/foreseen';
import { dealOf } from '#server/bookings/dealOf';
import { recordFacts } from '#server/bookings/record';
import { type NotFound, onBooking, type OpenBooking } from '#server/unitOfWork/onBooking';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { paymentUnderWay, type OpenCall } from '#server/processorCalls/openCall';
import { openRefunds } from '#server/processorCalls/openRefunds';

type MayNot = MayNotGiveCourtesy | { readonly code: 'courtesy_does_not_fit' };
type Decided = { readonly fact: Fact; readonly refunds: readonly Refund[] };

/** After the service a courtesy is a fact of its own; before it an agreed discount. */
function decide(
  { bookingState, loaded }: Pick<OpenBooking, 'bookingState' | 'loaded'>,
  { amount, receiptId, key, reason }: Pick<GiveCourtesy, 'amount' | 'receiptId' | 'reason'> & { readonly key: string },
): Result<Decided, MayNot> {
  const { ledger, asOf: at } = bookingState;
  if (ledger.lapsed) return refuse({ code: 'nothing_in_hand' });
  if (!ledger.delivered && !ledger.cancelled)
    return courtesyBefore(bookingState, dealOf(loaded.booking), { amount, receiptId, key });
  const decided = courtesyOf(bookingState, { amount, receiptId });
  if (!decided.ok) return decided;
  return ok({ fact: { kind: 'courtesy', at, courtesyId: key, amount, reason }, refunds: decided.value.refunds });
}

export type CourtesyRefusal = NotFound | ProofNeeded | MayNot | { readonly code: 'payment_under_way' };

/** Gives a sum back as a courtesy, over the receipt that was chosen or newest first. A repeat with the same key gives once. */
export const giveCourtesy =
  (deps: Deps) =>
  async (request: GiveCourtesy, limit: RefundLimit = null): Promise<Result<null, CourtesyRefusal>> => {
    const { bookingId, requestKey: key } = request;
    const refunding: OpenCall[] = [];
    const result = await onBooking<null, CourtesyRefusal>(deps, bookingId, async (open) => {
      const { tx, loaded, bookingState, now } = open;
      const { ledger } = bookingState;
      const given = loaded.facts.some(
        (fact) =>
          (fact.kind === 'courtesy' && fact.courtesyId === key) || (fact.kind === 'changed' && fact.key === key),
      );
      if (given) return ok(null);
      if (await paymentUnderWay(tx, bookingId)) return refuse({ code: 'payment_under_way' });
      const decided = decide(open, { ...request, key });
      if (!decided.ok) return decided;
      const { fact, refunds } = decided.value;
      if (wantsProof(limit, loaded.booking.currency, refunds)) return refuse({ code: 'proof_needed' });
      const back = await openRefunds(tx, {
        bookingId,
        refunds,
        ledger,
        cause: `courtesy:${key}`,
        now,
        newId: deps.newId,
      });
      refunding.push(...back.opened);
      await recordFacts(tx, loaded, [fact, ...back.facts], now);
      return ok(null);
    });
    for (const id of refunding) await makeCall(deps, id);
    if (refunding.length > 0) await runDueOf(deps, { bookings: [bookingId] });
    return result;
  };

/** What a courtesy would do to the books, to documents and to the client's money; nothing is done. */
export const foreseeCourtesy =
  (deps: Deps) =>
  (request: ForeseeCourtesy): Promise<Result<Foreseen, NotFound | MayNot>> =>
    onBooking<Foreseen, MayNot>(deps, request.bookingId, async (open) => {
      const decided = decide(open, { ...request, key: 'foreseen', reason: '' });
      if (!decided.ok) return decided;
      return ok(await foreseen(open, [decided.value.fact], decided.value.refunds));
    });

export type PutRightRefusal = NotFound | MayNotReverse;

/** A payment recorded by hand that had not come is reversed, with a reason. */
export const reversePayment =
  (deps: Deps) =>
  (request: ReversePayment): Promise<Result<null, PutRightRefusal>> =>
    onBooking<null, PutRightRefusal>(deps, request.bookingId, async ({ tx, loaded, bookingState, now }) => {
      const done = loaded.facts.some((fact) => fact.kind === 'putRight' && fact.receiptId === request.receiptId);
      if (done) return ok(null);
      const decided = putRightOf(bookingState, loaded.facts, request);
      if (!decided.ok) return decided;
      await recordFacts(tx, loaded, [decided.value], now);
      return ok(null);
    });

export const foreseeReversal =
  (deps: Deps) =>
  ({ bookingId, receiptId }: ForeseeReversal): Promise<Result<Foreseen, PutRightRefusal>> =>
    onBooking<Foreseen, PutRightRefusal>(deps, bookingId, async (open) => {
      const decided = putRightOf(open.bookingState, open.loaded.facts, { receiptId, reason: '' });
      return decided.ok ? ok(await foreseen(open, [decided.value], [])) : decided;
    });
