import type { RequestInvoicing } from '#core/paymentRequests/requestPaper';
import type { WantedDocument } from '#core/invoices/documentsStanding';
import type { RequestFactWithoutPersonalData } from '#core/factCodec/personalData';

type Fact = RequestFactWithoutPersonalData;

/**
 * The documents that follow from what happened to a request with lines and were not issued yet: an invoice of what was sold,
 * a credit note of what was taken back of it.
 * @param facts oldest first
 * @param issued the causes of those that were
 * @param invoiced whether they are wanted at all: by the owner's hand they are, whatever the request says
 */
export function requestDocuments(
  facts: readonly Fact[],
  issued: readonly string[],
  invoiced: RequestInvoicing | 'byHand',
): WantedDocument[] {
  if (invoiced === 'no' && issued.length === 0) return [];
  const wanted = [
    ...facts
      .filter(({ kind }) => kind === 'sold')
      .map((): WantedDocument => ({ cause: 'sold', kind: 'final', run: 'request' })),
    ...facts
      .filter((fact) => fact.kind === 'takenBack')
      .map(({ total: amount }, index): WantedDocument => ({
        cause: `takenBack:${index}`,
        kind: 'credit',
        run: 'request',
        of: 'sold',
        amount,
      })),
  ];
  return wanted.filter(({ cause }) => !issued.includes(cause));
}
