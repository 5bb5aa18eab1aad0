import { clientSignatory, type FillField } from '#core/agreements/agreement';
import { isPlainDate } from '#core/calendar/days';
import type { Filled, SigningMethod } from '#core/quotes/facts';
import { type Choice, choiceOutOfLimits, type Offer } from '#core/quotes/offer';
import { isOpen, type QuoteSituation } from '#core/quotes/standing';
import { refuse, ok, type Result } from '#core/result';

export type QuoteOver = { readonly code: 'quote_over' | 'quote_expired'; readonly state: QuoteSituation['state'] };
export type SigningRefusal = QuoteOver | { readonly code: 'signature_missing' | 'not_your_turn' };
export type OutOfLimits = { readonly code: 'extra_out_of_limits'; readonly path: string };
export type AcceptanceRefusal =
  SigningRefusal | OutOfLimits | { readonly code: 'field_missing' | 'field_wrong'; readonly path: string };

export type Signature = {
  readonly name: string;
  readonly method: SigningMethod;
  readonly hasImage: boolean;
  readonly consents: boolean;
};

export const overOf = ({ state }: Pick<QuoteSituation, 'state'>) =>
  state === 'expired' ? refuse({ code: 'quote_expired', state }) : refuse({ code: 'quote_over', state });

/** The first field of the agreement that has not what it asks for. */
export function fieldFault(fields: readonly FillField[], filled: Filled) {
  for (const { id, kind, choices, required } of fields) {
    const value = Object.hasOwn(filled, id) ? filled[id]!.trim() : '';
    const path = `filled.${id}`;
    if (value === '') {
      if (required) return { code: 'field_missing' as const, path };
      continue;
    }
    const wrong =
      (kind === 'date' && !isPlainDate(value)) ||
      (kind === 'choice' && !choices.includes(value)) ||
      (kind === 'initials' && value.length > 6);
    if (wrong) return { code: 'field_wrong' as const, path };
  }
  return null;
}

const isSignature = ({ name, method, hasImage, consents }: Signature): boolean =>
  name.trim() !== '' && consents && (method === 'typed' || hasImage);

/** Whether the client may accept just this: the quote is open, the choice is within its limits, everything is filled in and signed. */
export function mayAccept(
  offer: Offer,
  current: QuoteSituation,
  asked: { readonly choice: Choice; readonly filled: Filled; readonly signature: Signature | null },
): Result<null, AcceptanceRefusal> {
  if (!isOpen(current)) return overOf(current);
  const extra = choiceOutOfLimits(offer, asked.choice);
  if (extra !== null) return refuse({ code: 'extra_out_of_limits', path: `choice.${extra}` });
  if (!offer.agreement) return ok(null);
  const field = fieldFault(offer.agreement.fields, asked.filled);
  if (field) return refuse(field);
  if (!current.toSign.includes(clientSignatory)) return refuse({ code: 'not_your_turn' });
  return asked.signature && isSignature(asked.signature) ? ok(null) : refuse({ code: 'signature_missing' });
}

/**
 * Whether a further signatory, or the business after the client, may sign now: what they sign is the document that the
 * client signed, so never before the client has.
 */
export function maySign(
  current: QuoteSituation,
  signatory: string,
  signature: Signature,
): Result<null, SigningRefusal> {
  if (!isOpen(current)) return overOf(current);
  const byClient = current.signatures.some((signed) => signed.signatory === clientSignatory);
  if (!byClient || !current.toSign.includes(signatory)) return refuse({ code: 'not_your_turn' });
  return isSignature(signature) ? ok(null) : refuse({ code: 'signature_missing' });
}
