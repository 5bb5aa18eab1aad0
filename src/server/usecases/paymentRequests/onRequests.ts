import type { OnRequest, RecordRequestPayment } from '#contracts/credit/credit';
import { askedBy } from '#core/paymentRequests/requestPaper';
import { type MayNotPayRequest, mayPayRequest } from '#core/paymentRequests/mayPayRequest';
import type { MissingForDocument } from '#core/invoices/missing';
import { type Minor, zero } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { paymentCame } from '#server/credit/paymentCame';
import { isBeingPaid, isOver, lockRequest, paidFor, sellByRequest } from '#server/paymentRequests/requests';
import { factsOfRequests } from '#server/paymentRequests/requestFacts';
import { clients } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { issueForRequest } from '#server/invoices/requestDocuments';
import { eq } from 'drizzle-orm';

type NotRecorded = MayNotPayRequest | { readonly code: 'request_not_found' | 'request_over' | 'request_being_paid' };

/** What came for a request by transfer, in cash or as a cheque, as the owner saw it. The key makes it count once. */
export const recordRequestPayment =
  (deps: Deps) =>
  async ({ requestId, requestKey, amount, method }: RecordRequestPayment): Promise<Result<null, NotRecorded>> => {
    const result = await deps.db.transaction(async (tx): Promise<Result<null, NotRecorded>> => {
      const request = await lockRequest(tx, requestId);
      if (!request || request.voucher) return refuse({ code: 'request_not_found' });
      const now = deps.clock.now();
      const told = await factsOfRequests(tx, [requestId]);
      if (told.some(({ fact }) => fact.kind === 'paid' && fact.payment === requestKey)) return ok(null);
      if (isOver(request, now)) return refuse({ code: 'request_over' });
      if (await isBeingPaid(tx, requestId)) return refuse({ code: 'request_being_paid' });
      // By hand any part is taken: the money has come.
      const part = { amount: askedBy(request.amount, request.paper), smallest: 1 as Minor, tip: false };
      const may = mayPayRequest(part, { paid: await paidFor(tx, requestId), amount, tip: zero });
      if (!may.ok) return may;
      const [client] = await tx.select({ name: clients.name }).from(clients).where(eq(clients.id, request.clientId));
      const came = {
        id: `${requestId}:${requestKey}`,
        payment: requestKey,
        amount,
        tip: zero,
        by: client!.name,
        via: 'hand',
        method,
      } as const;
      await paymentCame(tx, deps, request, came, now);
      return ok(null);
    });
    deps.outbox.wake();
    return result;
  };

type NotInvoiced =
  | { readonly code: 'request_not_found' | 'nothing_to_invoice' }
  | { readonly code: 'document_data_missing'; readonly missing: readonly MissingForDocument[] };

/** Invoices a request with lines now: it is owed from here on. A repeat finds what was issued. */
export const invoiceRequest =
  (deps: Deps) =>
  async ({ requestId }: OnRequest): Promise<Result<null, NotInvoiced>> => {
    class Undone extends Error {}
    let refused: NotInvoiced | null = null;
    try {
      await deps.db.transaction(async (tx) => {
        const request = await lockRequest(tx, requestId);
        const now = deps.clock.now();
        if (!request?.paper.price) refused = { code: request ? 'nothing_to_invoice' : 'request_not_found' };
        else {
          await sellByRequest(tx, deps, request, now);
          const issued = await issueForRequest(tx, deps, request, { now, byHand: true });
          if (!issued.ok) refused = issued.refusal;
        }
        if (refused) throw new Undone();
      });
    } catch (error) {
      if (!(error instanceof Undone)) throw error;
    }
    if (refused) return refuse(refused);
    deps.outbox.wake();
    return ok(null);
  };
