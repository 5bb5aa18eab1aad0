import type { ChooseOnQuote, WriteOnQuote } from '#contracts/quotes/quotes';
import { clientSignatory } from '#core/agreements/agreement';
import { overOf, type QuoteOver } from '#core/quotes/acceptance';
import { choiceOutOfLimits, offerPrice } from '#core/quotes/offer';
import { isOpen } from '#core/quotes/standing';
import { ok, refuse, type Result } from '#core/result';
import { sameValue } from '#core/sameValue';
import type { Deps } from '#server/deps';
import { recordQuoteFacts } from '#server/quotes/recordQuote';
import { onQuoteLink } from '#server/unitOfWork/onQuote';

type NotTheirs = QuoteOver | { readonly code: 'link_unknown' | 'not_your_turn' };
type ChoiceRefusal =
  | NotTheirs
  | { readonly code: 'quote_changed'; readonly changes: readonly string[] }
  | { readonly code: 'extra_out_of_limits'; readonly path: string };
type WritingRefusal = NotTheirs | { readonly code: 'text_missing' | 'too_many_questions' };

/** More than any person does by hand; what is past it is not kept, and the page goes on working. */
const mostChoices = 300;
const mostQuestions = 20;

/** Keeps what the client has chosen and filled in so far, so that the page can be left and opened elsewhere. */
export const chooseOnQuote =
  (deps: Deps) =>
  ({ link, revision, choice, filled }: ChooseOnQuote): Promise<Result<null, ChoiceRefusal>> =>
    onQuoteLink<null, ChoiceRefusal>(deps, link, async ({ tx, loaded, current, now, who }) => {
      const { offer, facts } = loaded;
      if (who !== clientSignatory || !offer) return refuse({ code: 'not_your_turn' });
      if (current.state !== 'sent' && current.state !== 'opened') return overOf(current);
      if (revision !== current.revision) return refuse({ code: 'quote_changed', changes: [] });
      const extra = choiceOutOfLimits(offer, choice);
      if (extra !== null) return refuse({ code: 'extra_out_of_limits', path: `choice.${extra}` });
      const known = new Set(offer.agreement?.fields.map(({ id }) => id));
      const kept = Object.fromEntries(Object.entries(filled).filter(([id]) => known.has(id)));
      const same = sameValue(choice, current.choice) && sameValue(kept, current.filled);
      if (same || facts.filter((fact) => fact.kind === 'chose').length >= mostChoices) return ok(null);
      const { total } = offerPrice(offer, choice);
      await recordQuoteFacts(tx, loaded, [{ kind: 'chose', at: now, revision, choice, filled: kept, total }], now);
      return ok(null);
    });

/** The client asks something, declines, or asks for an expired offer anew. */
export const writeOnQuote =
  (deps: Deps) =>
  ({ link, what, text }: WriteOnQuote): Promise<Result<null, WritingRefusal>> =>
    onQuoteLink<null, WritingRefusal>(deps, link, async ({ tx, loaded, current, now, who }) => {
      if (who !== clientSignatory) return refuse({ code: 'not_your_turn' });
      if (what === 'askAgain') {
        if (current.state !== 'expired') return overOf(current);
        if (!current.askedAgain) await recordQuoteFacts(tx, loaded, [{ kind: 'askedAgain', at: now, text }], now);
        return ok(null);
      }
      if (what === 'decline') {
        if (current.state === 'declined') return ok(null);
        if (!isOpen(current)) return overOf(current);
        await recordQuoteFacts(tx, loaded, [{ kind: 'declined', at: now, reason: text }], now);
        return ok(null);
      }
      if (text === '') return refuse({ code: 'text_missing' });
      if (!isOpen(current)) return overOf(current);
      const asked = loaded.facts.filter((fact) => fact.kind === 'asked');
      if (asked.at(-1)?.text === text && current.question) return ok(null); // pressed twice
      if (asked.length >= mostQuestions) return refuse({ code: 'too_many_questions' });
      await recordQuoteFacts(tx, loaded, [{ kind: 'asked', at: now, text }], now);
      return ok(null);
    });
