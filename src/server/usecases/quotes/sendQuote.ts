import type { AnswerQuestion, OnQuote, SendQuote } from '#contracts/quotes/quotes';
import { readDraft } from '#core/quotes/readDraft';
import { isOpen } from '#core/quotes/standing';
import { ok, refuse, type Result } from '#core/result';
import type { Deps } from '#server/deps';
import { freeze, type HasGaps } from '#server/quotes/freeze';
import { revisionOf } from '#server/quotes/lockQuote';
import { quoteContext } from '#server/quotes/quoteContext';
import { makeQuoteLink } from '#server/quotes/quoteLink';
import { recordQuoteFacts } from '#server/quotes/recordQuote';
import { type OpenQuote, onQuote, type QuoteEdited, type QuoteNotFound } from '#server/unitOfWork/onQuote';

type Over = { readonly code: 'quote_over'; readonly state: string };
type NotThis = QuoteNotFound | QuoteEdited;
type NoQuestion = { readonly code: 'no_question' };

const urlOf = async ({ tx, loaded, now }: OpenQuote, baseUrl: string): Promise<string> => {
  const { token } = await makeQuoteLink(tx, { quoteId: loaded.quote.id, who: 'client', now });
  return `${baseUrl}/q/${token}`;
};

/**
 * Offers what the draft says now: as a message, or by a link to copy. A draft that differs from what was offered last
 * is another version, to be signed anew.
 */
export const sendQuote =
  (deps: Deps) =>
  ({ by, ...about }: SendQuote): Promise<Result<{ url: string | null }, NotThis | HasGaps | Over>> =>
    onQuote<{ url: string | null }, HasGaps | Over>(deps, about, async (open) => {
      const { tx, loaded, current, now } = open;
      if (current.state === 'accepted') return refuse({ code: 'quote_over', state: current.state });
      const frozen = await freeze(tx, loaded, now, { signedFirst: true });
      if (!frozen.ok) return frozen;
      const { revision, offer } = frozen.value;
      const sent = { kind: 'sent', at: now, revision, by, to: offer.clientEmail, expiresAt: offer.expiresAt } as const;
      await recordQuoteFacts(tx, { ...loaded, offer }, [sent], now);
      return ok({ url: by === 'link' ? await urlOf(open, deps.baseUrl) : null });
    });

/** Offers the same once more, as it was, for as long as the first time. */
export const renewQuote =
  (deps: Deps) =>
  (about: OnQuote): Promise<Result<{ expiresAt: string | null }, NotThis | HasGaps | Over>> =>
    onQuote<{ expiresAt: string | null }, HasGaps | Over>(deps, about, async ({ tx, loaded, current, now }) => {
      if (current.state !== 'expired') return refuse({ code: 'quote_over', state: current.state });
      const { quote } = loaded;
      const { gaps, offer: read } = readDraft(quote.draft, await quoteContext(tx, now), true);
      const expiry = gaps.filter(({ path }) => path === 'expiry');
      if (expiry.length > 0 || !read)
        return refuse({ code: 'quote_has_gaps', gaps: expiry.length > 0 ? expiry : gaps });
      const before = (await revisionOf(tx, quote.id, current.revision))!;
      const { expiresAt } = read;
      const to = before.offer.clientEmail;
      const sent = { kind: 'sent', at: now, revision: current.revision, by: 'message', to, expiresAt } as const;
      await recordQuoteFacts(tx, { ...loaded, offer: { ...before.offer, expiresAt } }, [sent], now);
      return ok({ expiresAt });
    });

/** Another link to what was offered. It opens the same, and being opened is recorded alike. */
export const copyQuoteLink =
  (deps: Deps) =>
  (about: OnQuote): Promise<Result<{ url: string }, NotThis | Over>> =>
    onQuote(deps, about, async (open) => {
      const { tx, loaded, current, now } = open;
      if (!isOpen(current) && current.state !== 'expired') return refuse({ code: 'quote_over', state: current.state });
      await recordQuoteFacts(tx, loaded, [{ kind: 'linkCopied', at: now, revision: current.revision }], now);
      return ok({ url: await urlOf(open, deps.baseUrl) });
    });

/** Takes an offer back, or lays an expired one to rest. */
export const withdrawQuote =
  (deps: Deps) =>
  (about: OnQuote): Promise<Result<null, NotThis | Over>> =>
    onQuote(deps, about, async ({ tx, loaded, current, now }) => {
      if (current.state === 'accepted' || current.state === 'withdrawn')
        return refuse({ code: 'quote_over', state: current.state });
      await recordQuoteFacts(tx, loaded, [{ kind: 'withdrawn', at: now }], now);
      return ok(null);
    });

/** Answers the client's question by message; the answer stands in the history. */
export const answerQuestion =
  (deps: Deps) =>
  ({ text, ...about }: AnswerQuestion): Promise<Result<null, NotThis | NoQuestion>> =>
    onQuote<null, NoQuestion>(deps, about, async ({ tx, loaded, current, now }) => {
      if (!current.question) return refuse({ code: 'no_question' });
      await recordQuoteFacts(tx, loaded, [{ kind: 'answered', at: now, text }], now);
      return ok(null);
    });
