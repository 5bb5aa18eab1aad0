import type { SaveQuote } from '#contracts/quotes/quotes';
import type { QuoteDraft } from '#core/quotes/draft';
import { offerPrice, presetChoice } from '#core/quotes/offer';
import { readDraft } from '#core/quotes/readDraft';
import { ok, refuse, type Result } from '#core/result';
import { quotes } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { quoteContext } from '#server/quotes/quoteContext';
import { onQuote, type QuoteEdited, type QuoteNotFound } from '#server/unitOfWork/onQuote';
import { eq } from 'drizzle-orm';

export type SaveRefusal = QuoteNotFound | QuoteEdited | { readonly code: 'quote_over'; readonly state: string };

/** Keeps the draft as it is typed. What was sent stays as it was until it is sent again. */
export const saveQuote =
  (deps: Deps) =>
  ({ quoteId, edition, draft }: SaveQuote): Promise<Result<{ edition: number }, SaveRefusal>> =>
    onQuote(deps, { quoteId, edition }, async ({ tx, loaded, current, now }) => {
      if (current.state === 'accepted') return refuse({ code: 'quote_over', state: current.state });
      const { quote } = loaded;
      const next = { edition: edition + 1, draft: draft as QuoteDraft, touchedAt: now };
      const search = [quote.number, draft.title, draft.clientName, draft.clientEmail, draft.reference];
      const { offer } = readDraft(draft as QuoteDraft, await quoteContext(tx, now));
      // Once it was sent, a list shows what the client sees.
      const figures =
        current.revision === 0
          ? { total: offer && offerPrice(offer, presetChoice(offer)).total, currency: offer?.currency ?? null }
          : {};
      await tx
        .update(quotes)
        .set({ ...next, ...figures, search: search.join(' ').toLowerCase() })
        .where(eq(quotes.id, quoteId));
      return ok({ edition: next.edition });
    });
