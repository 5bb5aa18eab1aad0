import type { BookingState } from '#core/bookings/bookingState';
import { atCost } from '#core/fee/cost';
import type { Cost } from '#core/fee/fee';
import type { Minor } from '#core/money/minor';
import type { CardUsed, ProcessorCall } from '#core/payments/processorCall';
import { chargeOfPart } from '#core/payments/withFee';

/** What a processor is asked for without the client, and for how much. */
export type AskedByItself = { readonly request: ProcessorCall; readonly amount: Minor };
type OnFile = { readonly card: CardUsed; readonly description: string };

/** A part of the plan, of the card or account on file; null where nothing of it may be charged now. */
export function partCharged(
  bookingState: BookingState,
  part: number,
  { card, description, cost, tax }: OnFile & { readonly cost: Cost | null; readonly tax: Minor },
): AskedByItself | null {
  const { charged, ...fee } = chargeOfPart(atCost(bookingState, cost), part, tax, card.way);
  return charged === 0 ? null : { request: { kind: 'charge', card, description, ...fee }, amount: charged };
}

/** The hold in force whose sum is to be greater, where that was not refused before. */
export function tooSmall({ hold }: BookingState): string | null {
  const { toPlace, inForce, refusal } = hold!;
  return inForce && toPlace > inForce.amount && !refusal ? inForce.id : null;
}

/** The hold of the terms; one in force may be of a sum that has changed since, and is raised where its account can. */
export function holdPlaced(
  bookingState: BookingState,
  { card, description, raises }: OnFile & { readonly raises: boolean },
): AskedByItself {
  const { toPlace: amount, inForce } = bookingState.hold!;
  const raised = tooSmall(bookingState);
  if (raised !== null && raises)
    return { request: { kind: 'raise', authorisation: raised, held: inForce!.amount, card }, amount };
  // The second half of a swap continues the chain, for the network as well.
  const last = bookingState.ledger.authorisations.at(-1);
  const swapped = bookingState.agreed.terms.hold?.style === 'swap' && last?.state === 'released';
  const renewal = swapped ? { renews: last.id } : {};
  return { request: { kind: 'hold', card, clientPresent: false, description, ...renewal }, amount };
}

/** The same hold for longer: extended where its account can and has not refused that, else a successor of it. */
export function holdRenewed(
  bookingState: BookingState,
  authorisation: string,
  { card, description, longer }: OnFile & { readonly longer: boolean },
): AskedByItself {
  const { amount } = bookingState.hold!;
  if (longer) return { request: { kind: 'extend', authorisation, card }, amount };
  return { request: { kind: 'hold', card, renews: authorisation, clientPresent: false, description }, amount };
}
