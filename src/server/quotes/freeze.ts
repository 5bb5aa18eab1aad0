import type { Instant } from '#core/calendar/instant';
import type { Offer } from '#core/quotes/offer';
import { type Gap, readDraft } from '#core/quotes/readDraft';
import { ok, refuse, type Result } from '#core/result';
import type { Tx } from '#server/database/database';
import { quoteRevisions } from '#server/database/schema/quotes';
import { digestOfOffer } from '#server/quotes/digest';
import type { LoadedQuote } from '#server/quotes/lockQuote';
import { quoteContext } from '#server/quotes/quoteContext';

export type HasGaps = { readonly code: 'quote_has_gaps'; readonly gaps: readonly Gap[] };
export type Frozen = { readonly revision: number; readonly offer: Offer; readonly digest: string };

/**
 * Makes a revision of the draft as it stands now: the newest one where it offers just this, else another. Gaps refuse
 * it; that the business has not signed yet counts only where the caller needs it to have.
 */
export async function freeze(
  tx: Tx,
  { quote, facts, newest }: LoadedQuote,
  now: Instant,
  { signedFirst }: { readonly signedFirst: boolean },
): Promise<Result<Frozen, HasGaps>> {
  const { gaps, offer } = readDraft(quote.draft, await quoteContext(tx, now), true);
  if (gaps.length > 0 || !offer) return refuse({ code: 'quote_has_gaps', gaps });
  const digest = digestOfOffer(offer);
  const same = newest?.digest === digest;
  const revision = same ? newest.revision : (newest?.revision ?? 0) + 1;
  const signed = facts.some(
    (fact) => fact.kind === 'signed' && fact.signatory === 'business' && fact.revision === revision,
  );
  if (signedFirst && offer.agreement?.business === 'first' && !signed)
    return refuse({
      code: 'quote_has_gaps',
      gaps: [{ path: 'agreement.business', code: 'business_has_not_signed' }],
    });
  if (!same)
    await tx
      .insert(quoteRevisions)
      .values({ quoteId: quote.id, revision, offer: { ...offer, expiresAt: null }, digest, madeAt: now });
  return ok({ revision, offer, digest });
}
