import { givenOf } from '#core/invoices/party';
import type { QuotePageView } from '#contracts/quotes/views';
import { clientSignatory } from '#core/agreements/agreement';
import { addHours } from '#core/calendar/instant';
import { localDate } from '#core/calendar/zoned';
import type { QuoteFact, QuoteFactOf } from '#core/quotes/facts';
import { offerChanges } from '#core/quotes/offerChanges';
import { longMoment } from '#core/wording/days';
import type { Database } from '#server/database/database';
import { signedDocuments } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { type LoadedQuote, lockQuote, revisionOf, standingOf } from '#server/quotes/lockQuote';
import { quoteOfLink } from '#server/quotes/quoteLink';
import { recordQuoteFacts } from '#server/quotes/recordQuote';
import { businessFace } from '#server/queries/settings/businessFace';
import { and, eq } from 'drizzle-orm';

export type QuotePage = QuotePageView | { readonly fault: 'link_unknown' } | { readonly goTo: string };

const openingsOf = (facts: readonly QuoteFact[], who: string): QuoteFactOf<'opened'>[] =>
  facts.filter((fact): fact is QuoteFactOf<'opened'> => fact.kind === 'opened' && fact.who === who);

/** What this reader has not seen yet: against the version that they had opened before. */
async function changesFor(db: Database, loaded: LoadedQuote, who: string, revision: number, now: QuoteFact['at']) {
  const before = openingsOf(loaded.facts, who).findLast((fact) => fact.revision < revision);
  const read = before ? await revisionOf(db, loaded.quote.id, before.revision) : undefined;
  return read && loaded.offer
    ? offerChanges({ ...read.offer, expiresAt: loaded.offer.expiresAt }, loaded.offer, now)
    : [];
}

/** What the reader of a link sees. Being opened is a fact of the quote, at most once in an hour for each version. */
export async function quotePage(deps: Deps, link: string): Promise<QuotePage> {
  const { db, clock } = deps;
  const opened = await quoteOfLink(db, link);
  if (!opened) return { fault: 'link_unknown' };
  const { who, quoteId } = opened;
  const now = clock.now();
  const loaded = await db.transaction(async (tx) => {
    const found = (await lockQuote(tx, quoteId))!;
    const { state, revision } = standingOf(found, now);
    const last = openingsOf(found.facts, who).at(-1);
    const again = !last || last.revision !== revision || addHours(last.at, 1) <= now;
    if (!found.offer || !again || state === 'accepted' || state === 'withdrawn') return found;
    return recordQuoteFacts(tx, found, [{ kind: 'opened', at: now, revision, who }], now);
  });
  const current = standingOf(loaded, now);
  if (current.accepted && who === clientSignatory) return { goTo: `/b/${link}` };
  const { offer, digest, quote, facts } = loaded;
  if (!offer || !digest || current.state === 'withdrawn') return { fault: 'link_unknown' };
  const mine = current.signatures.find(({ signatory }) => signatory === clientSignatory);
  const [kept] = mine
    ? await db
        .select({ document: signedDocuments.document, sha256: signedDocuments.sha256 })
        .from(signedDocuments)
        .where(and(eq(signedDocuments.quoteId, quoteId), eq(signedDocuments.sha256, mine.sha256)))
    : [];
  const asked = facts.findLast((fact) => fact.kind === 'asked');
  const answer = asked ? facts.slice(facts.indexOf(asked)).find((fact) => fact.kind === 'answered') : undefined;
  const today = localDate(now, offer.timeZone);
  const { clientName } = offer;
  return {
    number: quote.number,
    business: await businessFace(db),
    bill: who === clientSignatory && quote.bill ? givenOf(quote.bill) : null,
    who,
    readerName: offer.agreement?.others.find(({ id }) => id === who)?.name ?? clientName,
    state: current.state,
    revision: current.revision,
    digest,
    offer: { ...offer, copyTo: [], subject: '' },
    now,
    choice: current.choice,
    filled: current.filled,
    toSign: current.toSign,
    signatures: current.signatures.map(({ signatory, name, at }) => ({
      signatory,
      name,
      when: longMoment(at, offer.timeZone, today),
    })),
    signed: kept ?? null,
    question: asked ? { text: asked.text, answer: answer?.text ?? null } : null,
    askedAgain: current.askedAgain !== null,
    changes: await changesFor(db, loaded, who, current.revision, now),
  };
}
