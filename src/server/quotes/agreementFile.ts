import { actorWords } from '#core/wording/actorWords';
import { makePaper } from '#server/pdf/papers';
import { peopleIn } from '#server/actor/people';
import type { Recorded } from '#core/people/actor';
import type { QuoteFactOf } from '#core/quotes/facts';
import { localDate } from '#core/calendar/zoned';
import type { Instant } from '#core/calendar/instant';
import { longMoment } from '#core/wording/days';
import { quoteHistory, signatoryName } from '#core/wording/quoteHistory';
import type { Database } from '#server/database/database';
import { business } from '#server/database/schema/business';
import { files } from '#server/database/schema/files';
import { quotes, signedDocuments } from '#server/database/schema/quotes';
import { readQuote, revisionOf } from '#server/quotes/lockQuote';
import { and, eq, inArray } from 'drizzle-orm';

type Wanted = { readonly bookingId: string } | { readonly quoteId: string };
const isSigned = (fact: { kind: string }): fact is Recorded<QuoteFactOf<'signed'>> => fact.kind === 'signed';

/** What was signed for a booking or quote, with the record of its events; null where nothing was, or where it is gone. */
export async function agreementFile(
  db: Database,
  wanted: Wanted,
): Promise<{ filename: string; content: Uint8Array } | null> {
  const which = 'bookingId' in wanted ? eq(quotes.bookingId, wanted.bookingId) : eq(quotes.id, wanted.quoteId);
  const [found] = await db.select({ id: quotes.id }).from(quotes).where(which);
  const loaded = found ? await readQuote(db, found.id) : null;
  if (!loaded) return null;
  const all = loaded.facts.filter(isSigned);
  // Of the newest version that a client has signed; the business alone signs only an offer.
  const last = all.findLast((fact) => fact.signatory !== 'business');
  if (!last) return null;
  const signatures = all.filter((fact) => fact.revision === last.revision);
  const [signed] = await db
    .select()
    .from(signedDocuments)
    .where(and(eq(signedDocuments.quoteId, loaded.quote.id), eq(signedDocuments.sha256, last.sha256)));
  if (signed!.text === '') return null; // whoever signed it was erased
  const [owner] = await db.select().from(business);
  // A change of the booking is signed under a number beyond those of the offers; names and zone stay those of the newest.
  const revision = ((await revisionOf(db, loaded.quote.id, last.revision)) ?? loaded.newest)!;
  const images = signatures.flatMap(({ image }) => (image ? [image] : []));
  const pictures = images.length > 0 ? await db.select().from(files).where(inArray(files.id, images)) : [];
  const zone = revision.offer.timeZone;
  const said = (at: Instant): string => `${longMoment(at, zone, localDate(at, zone))} ${at.slice(0, 4)} (${zone})`;
  const about = revision.offer;
  const people = await peopleIn(db, loaded.facts);
  const content = await makePaper('agreement', {
    document: signed!.document,
    sha256: last.sha256,
    colour: owner!.look.colour ?? '#0d4a56',
    madeAt: new Date(last.at),
    signatures: signatures.map(({ signatory, name, method, at, origin, consent, sha256, image }) => ({
      role: signatoryName(signatory, about, owner!.name),
      name,
      method,
      when: said(at),
      origin,
      consent,
      sha256,
      image: pictures.find(({ id }) => id === image)?.content ?? null,
    })),
    events: loaded.facts.map((fact) => ({
      when: said(fact.at),
      what: `${quoteHistory(fact, about, owner!.name)} (${actorWords(fact.actor, people)})`,
    })),
  });
  return { filename: `${loaded.quote.number}.pdf`, content };
}
