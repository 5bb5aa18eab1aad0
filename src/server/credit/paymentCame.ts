import type { Instant } from '#core/calendar/instant';
import type { RequestMethod } from '#core/paymentRequests/requestFacts';
import type { Minor } from '#core/money/minor';
import { type RequestRow, recordOfRequest, sellByRequest } from '#server/paymentRequests/requests';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { creditReceipts } from '#server/database/schema/credit';
import type { Deps } from '#server/deps';
import { issueForRequest } from '#server/invoices/requestDocuments';

/**
 * Money of a request has come: the client's credit, or for what its lines sold, which is owed from then on at the latest and
 * invoiced where the request says so. The caller holds its row.
 */
export async function paymentCame(
  tx: Tx,
  deps: Pick<Deps, 'newId' | 'adapters'>,
  request: RequestRow,
  came: {
    readonly id: string;
    /** What makes it count once, where it was recorded by hand. */
    readonly payment?: string;
    readonly amount: Minor;
    readonly tip: Minor;
    readonly by: string;
    readonly via: 'message' | 'link' | 'hand';
    readonly method: RequestMethod;
    readonly processor?: string;
  },
  now: Instant,
): Promise<void> {
  const { id, payment, amount, tip, by, via, method, processor } = came;
  const { clientId, currency } = request;
  const { books } = await ownerRow(tx);
  if (!request.paper.price && !request.voucher)
    await tx
      .insert(creditReceipts)
      .values({ id, clientId, requestId: request.id, amount, currency, payer: by, method, at: now });
  await sellByRequest(tx, deps, request, now);
  const tipped = tip > 0 ? { tip, ...(books.tips === 'staff' ? { tipFor: 'staff' as const } : {}) } : {};
  const fact = { kind: 'paid' as const, amount, by, via, method, ...tipped, ...(payment ? { payment } : {}) };
  await recordOfRequest(tx, deps, request, fact, { now, ...(processor ? { processor } : {}) });
  await issueForRequest(tx, deps, request, { now });
}
