import type { Fact, KeptFor } from '#core/bookings/facts';
import type { Instant } from '#core/calendar/instant';
import type { ConsentEvidence } from '#core/consent/consented';
import { least, type Minor, minor, remainder, sum } from '#core/money/minor';
import type { CardUsed, ProcessorCall, PaidShare } from '#core/payments/processorCall';

/** What a processor was asked for, as it was committed before the call. */
export type Asked = {
  readonly id: string;
  /** The first of the bookings that it is for. */
  readonly bookingId: string;
  readonly request: ProcessorCall;
  /** All that was asked for: fee passed on and tip as well. */
  readonly amount: Minor;
  /** Taken in as a bank debit, and on its way since. */
  readonly sent: boolean;
  /** The holder's bank asked them to confirm it. */
  readonly confirmed?: boolean;
};

/** Whether the card or bank account of a payment is kept for later: a payer's is charged this once. */
export const keepsCard = ({ request }: Pick<Asked, 'request'>): boolean =>
  request.kind === 'pay' && request.keepsCard !== false;

type AgreedTo = Pick<PaidShare, 'purposes' | 'mandate'>;
const agreedTo = ({ purposes, mandate }: { [K in keyof AgreedTo]: AgreedTo[K] | undefined }): AgreedTo => ({
  ...(purposes ? { purposes } : {}),
  ...(mandate ? { mandate } : {}),
});

/** What counts towards the booking that was asked about, without fee and tip. */
export function ownShare({ request, amount, bookingId }: Asked): PaidShare {
  if (request.kind !== 'pay') {
    const fee = request.kind === 'charge' ? request.fee : undefined;
    return { bookingId, consent: '', amount: minor(amount - (fee?.amount ?? 0)), ...(fee ? { fee } : {}) };
  }
  const shared = request.shares?.find((share) => share.bookingId === bookingId);
  if (shared) return shared;
  const { fee, tip, becomes, consent, purposes, mandate } = request;
  const counted = minor(amount - (fee?.amount ?? 0) - (tip ?? 0));
  const more = {
    ...(fee ? { fee } : {}),
    ...(tip ? { tip } : {}),
    ...(becomes ? { becomes } : {}),
    ...agreedTo({ purposes, mandate }),
  };
  return { bookingId, consent, amount: counted, ...more };
}

/** The bookings that the payment is for besides its own, in the order in which every payment of several locks them. */
export const otherShares = ({ request, bookingId }: Pick<Asked, 'request' | 'bookingId'>): readonly PaidShare[] =>
  request.kind === 'pay' ? (request.shares ?? []).filter((share) => share.bookingId !== bookingId) : [];

/**
 * What counts towards one of the bookings that a payment is for.
 * @param part so much alone was approved: it fills the shares in their order, without fee, tip or settling of the price
 */
export function shareFor(asked: Asked, bookingId: string, part?: Minor): PaidShare {
  const own = ownShare(asked);
  const all = [own, ...otherShares(asked)];
  const found = all.find((share) => share.bookingId === bookingId) ?? own;
  if (part === undefined || part >= asked.amount) return found;
  const before = sum(all.slice(0, all.indexOf(found)).map(({ amount }) => amount));
  return {
    bookingId,
    consent: found.consent,
    ...agreedTo(found),
    amount: least(found.amount, remainder(part, before)),
  };
}

/** A card or bank account is kept for later, as the client agreed. */
export function cardKept(
  { id: cardId, last4, way }: CardUsed,
  agreed: AgreedTo & { readonly consent: string; readonly use?: KeptFor | undefined },
  { at, evidence }: { readonly at: Instant; readonly evidence?: ConsentEvidence | undefined },
): Fact {
  const { consent, use } = agreed;
  const kept = { cardId, last4, consent, ...(way ? { way } : {}), ...(use ? { use } : {}), ...agreedTo(agreed) };
  return { kind: 'cardKept', at, ...kept, ...(evidence ? { evidence } : {}) };
}
