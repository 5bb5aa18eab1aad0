import type { Standing } from '#core/bookings/standing';
import { atCost } from '#core/fee/cost';
import type { Cost } from '#core/fee/fee';
import type { Minor } from '#core/money/minor';
import type { CardUsed, IntentRequest } from '#core/payments/processorCall';
import { chargeOfPart } from '#core/payments/withFee';

/** What a processor is asked for without the client, and for how much. */
export type AskedByItself = { readonly request: IntentRequest; readonly amount: Minor };
type OnFile = { readonly card: CardUsed; readonly description: string };

/** A part of the plan, of the card or account on file; null where nothing of it may be charged now. */
export function partCharged(
  standing: Standing,
  part: number,
  { card, description, cost, tax }: OnFile & { readonly cost: Cost | null; readonly tax: Minor },
): AskedByItself | null {
  const { charged, ...fee } = chargeOfPart(atCost(standing, cost), part, tax, card.way);
  return charged === 0 ? null : { request: { kind: 'charge', card, description, ...fee }, amount: charged };
}

/** The hold in force whose sum is to be greater, where that was not refused before. */
export function tooSmall({ hold }: Standing): string | null {
  const { toPlace, inForce, refusal } = hold!;
  return inForce && toPlace > inForce.amount && !refusal ? inForce.id : null;
}

/** The hold of the terms; one in force may be of a sum that has changed since, and is raised where its account can. */
export function holdPlaced(
  standing: Standing,
  { card, description, raises }: OnFile & { readonly raises: boolean },
): AskedByItself {
  const { toPlace: amount, inForce } = standing.hold!;
  const raised = tooSmall(standing);
  if (raised !== null && raises)
    return { request: { kind: 'raise', authorisation: raised, held: inForce!.amount, card }, amount };
  // The second half of a swap continues the chain, for the network as well.
  const last = standing.ledger.authorisations.at(-1);
  const swapped = standing.agreed.terms.hold?.style === 'swap' && last?.state === 'released';
  const renewal = swapped ? { renews: last.id } : {};
  return { request: { kind: 'hold', card, clientPresent: false, description, ...renewal }, amount };
}

/** The same hold for longer: extended where its account can and has not refused that, else a successor of it. */
export function holdRenewed(
  standing: Standing,
  authorisation: string,
  { card, description, longer }: OnFile & { readonly longer: boolean },
): AskedByItself {
  const { amount } = standing.hold!;
  if (longer) return { request: { kind: 'extend', authorisation, card }, amount };
  return { request: { kind: 'hold', card, renews: authorisation, clientPresent: false, description }, amount };
}
