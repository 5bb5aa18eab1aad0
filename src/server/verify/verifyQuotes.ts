import type { Recorded } from '#core/people/actor';
import type { Instant } from '#core/calendar/instant';
import { wantedQuoteJobs } from '#core/jobs/wantedQuoteJobs';
import { erasedDocument, erasedDraft, erasedOffer } from '#core/factCodec/erased';
import type { QuoteFactOf } from '#core/quotes/facts';
import { signedDocuments } from '#server/database/schema/quotes';
import { jobs, messages } from '#server/database/schema/work';
import type { Deps } from '#server/deps';
import { digestOfDocument, digestOfOffer, sha256 } from '#server/quotes/digest';
import { type QuoteWithRevisions, readQuotesAfter, standingOf } from '#server/quotes/lockQuote';
import { quoteSummary } from '#server/quotes/recordQuote';
import { type Difference, differs, listDiffers } from '#server/verify/differs';
import { inArray } from 'drizzle-orm';

type Signed = typeof signedDocuments.$inferSelect;

/** So many are read at once: each has its offers and what was signed, which can be long. */
const most = 50;

/** Each quote's summary and agenda, the digest of every offer, and the SHA-256 of everything that was signed. */
export async function verifyQuotes({ db, clock }: Pick<Deps, 'db' | 'clock'>): Promise<Difference[]> {
  const found: Difference[] = [];
  for (let after = ''; ;) {
    const piece = await db.transaction(
      async (tx) => {
        const quotes = await readQuotesAfter(tx, after, most);
        const ids = quotes.map(({ quote }) => quote.id);
        return {
          quotes,
          signed: await tx.select().from(signedDocuments).where(inArray(signedDocuments.quoteId, ids)),
          agenda: await tx.select().from(jobs).where(inArray(jobs.quoteId, ids)),
          letters: await tx
            .select({ quoteId: messages.quoteId, cause: messages.cause })
            .from(messages)
            .where(inArray(messages.quoteId, ids)),
        };
      },
      { isolationLevel: 'repeatable read', accessMode: 'read only' },
    );
    const last = piece.quotes.at(-1);
    if (!last) return found;
    after = last.quote.number;
    const now = clock.now();
    for (const loaded of piece.quotes) {
      const own = <T extends { readonly quoteId: string | null }>(rows: readonly T[]): T[] =>
        rows.filter(({ quoteId }) => quoteId === loaded.quote.id);
      found.push(...verifyQuote(loaded, own(piece.signed), now));
      found.push(...verifyAgenda(loaded, own(piece.agenda), own(piece.letters), now));
    }
  }
}

function verifyQuote(loaded: QuoteWithRevisions, documents: readonly Signed[], now: Instant): Difference[] {
  const { quote, facts } = loaded;
  const { number } = quote;
  const current = standingOf(loaded, now);
  // Before anything was sent a list shows the draft.
  const { search: _, touchedAt: __, ...summary } = quoteSummary(loaded, current);
  const kept = Object.fromEntries(Object.keys(summary).map((key) => [key, quote[key as keyof typeof quote]]));
  const signed = facts.filter((fact): fact is Recorded<QuoteFactOf<'signed'>> => fact.kind === 'signed');
  const missing = signed.filter((fact) => !documents.some((document) => document.sha256 === fact.sha256));
  const lost = missing.map((fact) => fact.sha256);
  return [
    ...differs('quote', number, kept, summary),
    ...differs('booking of a quote', number, quote.bookingId, current.accepted?.bookingId ?? null),
    ...(quote.erasedAt === null ? verifyDigests(loaded, documents) : verifyErased(loaded, documents)),
    ...differs('signatures without their document', number, lost, []),
  ];
}

/** Word for word what was offered and what was signed. */
const verifyDigests = (
  { quote: { number }, revisions }: QuoteWithRevisions,
  documents: readonly Signed[],
): Difference[] => [
  ...revisions.flatMap(({ revision, offer, digest }) =>
    differs('offer', `${number} version ${revision}`, digest, digestOfOffer(offer)),
  ),
  ...documents.flatMap(({ sha256: digest, document, text }) => [
    ...differs('signed text', number, digest, sha256(text)),
    ...differs('signed document', number, digest, digestOfDocument(document)),
  ]),
];

/** Of whoever was erased nothing is left: no digest tells more of what was there. */
const verifyErased = ({ quote, revisions }: QuoteWithRevisions, documents: readonly Signed[]): Difference[] => [
  ...differs('erased draft', quote.number, quote.draft, erasedDraft(quote.draft)),
  ...revisions.flatMap(({ revision, offer }) =>
    differs('erased offer', `${quote.number} version ${revision}`, offer, erasedOffer(offer)),
  ),
  ...documents.flatMap(({ document, text }) => [
    ...differs('erased text', quote.number, text, ''),
    ...differs('erased document', quote.number, document, erasedDocument(document)),
  ]),
];

/** What waits is what is wanted; every letter has its errand, which is done. */
function verifyAgenda(
  loaded: QuoteWithRevisions,
  agenda: readonly (typeof jobs.$inferSelect)[],
  letters: readonly { readonly cause: string }[],
  now: Instant,
): Difference[] {
  const { number } = loaded.quote;
  const waiting = agenda.filter(({ state }) => state === 'waiting');
  const done = new Set(agenda.filter(({ state }) => state !== 'waiting' && state !== 'dropped').map(({ key }) => key));
  const wanted = wantedQuoteJobs(standingOf(loaded, now), loaded.facts).filter(({ key }) => !done.has(key));
  const said = ({ key, at }: { readonly key: string; readonly at: string }): string => `${at} ${key}`;
  return [
    ...listDiffers('agenda', number, waiting.map(said), wanted.map(said)),
    ...letters
      .filter(({ cause }) => !done.has(cause))
      .map(({ cause }) => ({ what: 'errand of what was done', where: number, kept: null, computed: cause })),
  ];
}
