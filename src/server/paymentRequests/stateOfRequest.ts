import type { RequestState } from '#contracts/credit/views';
import type { Instant } from '#core/calendar/instant';
import type { RequestStanding } from '#core/paymentRequests/requestStanding';
import { isOver, type RequestRow } from '#server/paymentRequests/requests';

/** How it stands with a request: whatever came of one whose sum the payer chose is all of it. */
export function stateOfRequest(
  request: RequestRow,
  { paid, left }: Pick<RequestStanding, 'paid' | 'left'>,
  now: Instant,
): RequestState {
  if (paid > 0 && (left === null || left === 0)) return 'paid';
  if (isOver(request, now)) return 'over';
  return paid > 0 ? 'partly' : 'open';
}
