import type { QuoteOccasion } from '#core/jobs/wantedQuoteJobs';
import { clientSignatory } from '#core/agreements/agreement';
import type { Instant } from '#core/calendar/instant';
import { standingOfOffer } from '#core/quotes/signedDocument';
import { quoteStanding } from '#core/quotes/standing';
import type { Tx } from '#server/database/database';
import { ownerRow } from '#server/database/ownerRow';
import { writeLetter } from '#server/mail/notify/write';
import { type QuoteMessageAbout, quoteWording } from '#server/mail/layout/quoteWording';
import type { LoadedQuote } from '#server/quotes/lockQuote';
import { wordingOf } from '#server/mail/letters/wordingOf';

type Asked = {
  readonly id: string;
  readonly cause: string;
  readonly occasion: QuoteOccasion;
  readonly who?: string;
  readonly fact?: number;
  readonly now: Instant;
};

/** What a message of a quote tells of; null where its offer gives no plan any more. */
export function quoteMessageAbout(
  { quote, facts, offer }: LoadedQuote,
  { who, fact, now }: Pick<Asked, 'who' | 'fact' | 'now'>,
  businessName: string,
): QuoteMessageAbout | null {
  if (!offer) return null;
  const { choice } = quoteStanding(facts, offer, now);
  const bookingState = standingOfOffer(offer, choice, now);
  if (!bookingState.ok) return null;
  const before = facts.slice(0, fact ?? facts.length);
  const question = before.findLast((each) => each.kind === 'asked');
  return {
    offer,
    number: quote.number,
    businessName,
    bookingState: bookingState.value,
    fact: fact === undefined ? null : (facts[fact] ?? null),
    question: question?.kind === 'asked' ? question.text : '',
    signatory: offer.agreement?.others.find(({ id }) => id === who)?.name ?? '',
  };
}

/** Who of the business is told of quotes: whoever wants to be; the business itself where nobody was named at all. */
const toldOfQuotes = ({ told, name, email }: Awaited<ReturnType<typeof ownerRow>>) =>
  told.length === 0 ? [{ name, email }] : told.filter(({ of }) => of.includes('quote'));

/**
 * Commits a message about a quote, with the caller's transaction. One for each cause.
 * @returns its id, or null where there is one for this cause, or the owner has this occasion switched off
 */
export async function writeQuoteMessage(tx: Tx, loaded: LoadedQuote, asked: Asked): Promise<string | null> {
  const { id, cause, occasion, who = clientSignatory, now } = asked;
  const owner = await ownerRow(tx);
  const about = quoteMessageAbout(loaded, asked, owner.name);
  const { text, off, copyTo } = await wordingOf(tx, occasion);
  if (!about || off) return null;
  const { offer } = about;
  const { subject, paragraphs, action } = quoteWording(occasion, about, text);
  const other = offer.agreement?.others.find((each) => each.id === who);
  const toOwner = occasion === 'ownerTold';
  const people = toldOfQuotes(owner);
  if (toOwner && people.length === 0) return null;
  const recipient = toOwner
    ? { recipient: people[0]!.email, recipientName: people[0]!.name }
    : { recipient: other?.email ?? offer.clientEmail, recipientName: other?.name ?? offer.clientName };
  const further = toOwner ? people.slice(1).map(({ email }) => email) : occasion === 'quote' ? offer.copyTo : [];
  const copies = [...new Set([...copyTo, ...further])];
  return writeLetter(tx, {
    id,
    cause,
    occasion,
    subject,
    ...recipient,
    copyTo: copies,
    quoteId: loaded.quote.id,
    linkFor: toOwner ? null : who,
    body: [...paragraphs, action],
    madeAt: now,
  });
}
