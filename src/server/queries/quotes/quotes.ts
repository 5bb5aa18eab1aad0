import { businessSignatory } from '#core/agreements/agreement';
import { agreementSample } from '#server/queries/quotes/agreementSample';
import { usualCurrency } from '#core/money/currency';
import { actorWords } from '#core/wording/actorWords';
import { peopleIn } from '#server/actor/people';
import type {
  AgreementView,
  ComposeAround,
  QuotesView,
  QuoteView,
  TemplatesView,
  TemplateView,
} from '#contracts/quotes/views';
import type { QuotesQuery } from '#contracts/quotes/quotesQuery';
import { formatMoney } from '#core/money/formatMoney';
import { emptyDraft } from '#core/quotes/draft';
import { readDraft } from '#core/quotes/readDraft';
import { type QuoteState, quoteStates } from '#core/quotes/standing';
import { quoteHistory } from '#core/wording/quoteHistory';
import type { Instant } from '#core/calendar/instant';
import type { Database } from '#server/database/database';
import { bookings } from '#server/database/schema/bookings';
import { services, terms } from '#server/database/schema/business';
import { agreements, quotes, quoteTemplates } from '#server/database/schema/quotes';
import { readBooking } from '#server/bookings/lockBooking';
import { digestOfOffer } from '#server/quotes/digest';
import { readQuote, standingOf } from '#server/quotes/lockQuote';
import { quoteContext } from '#server/quotes/quoteContext';
import { taxLines } from '#server/catalogue/taxLines';
import { countEach } from '#server/queries/bookings/manyKnown';
import { knownClients } from '#server/queries/clients/knownClients';
import { and, asc, desc, eq, inArray, isNotNull, type SQL, sql } from 'drizzle-orm';
import { businessFace } from '#server/queries/settings/businessFace';

const page = 100;

export const selectQuotes = (db: Database) =>
  db
    .select({
      id: quotes.id,
      number: quotes.number,
      title: sql<string>`${quotes.draft}->>'title'`,
      client: sql<string>`${quotes.draft}->>'clientName'`,
      state: quotes.state,
      wants: quotes.wants,
      total: quotes.total,
      currency: quotes.currency,
      expiresAt: quotes.expiresAt,
      touchedAt: quotes.touchedAt,
      edition: quotes.edition,
      bookingNumber: bookings.number,
    })
    .from(quotes)
    .leftJoin(bookings, eq(bookings.id, quotes.bookingId));

const openStates: QuoteState[] = ['draft', 'sent', 'opened', 'signing'];

const countedByState = (db: Database): Promise<QuotesView['counts']> =>
  countEach(
    db,
    quotes,
    quoteStates.map((state) => ({ name: state, where: eq(quotes.state, state), known: `quotes: ${state}` })),
  );

export async function quotesView(db: Database, { search, state }: QuotesQuery): Promise<QuotesView> {
  const wanted: SQL[] = [];
  if (search !== '') wanted.push(sql`${quotes.search} like ${`%${search.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`}`);
  if (state === 'open') wanted.push(sql`(${inArray(quotes.state, openStates)} or ${isNotNull(quotes.wants)})`);
  else if (state !== 'all') wanted.push(eq(quotes.state, state));
  const rows = await selectQuotes(db)
    .where(and(...wanted))
    .orderBy(sql`${quotes.wants} is null`, desc(quotes.touchedAt), desc(quotes.number))
    .limit(page + 1);
  const counts = await countedByState(db);
  const templates = await db
    .select({ id: quoteTemplates.id, name: quoteTemplates.name })
    .from(quoteTemplates)
    .where(eq(quoteTemplates.retired, false))
    .orderBy(asc(quoteTemplates.name));
  return {
    quotes: rows.slice(0, page),
    counts,
    more: rows.length > page,
    templates,
  };
}

/** Quotes that wait for their owner, the longest first. */
export const quotesThatWait = (db: Database) =>
  selectQuotes(db).where(isNotNull(quotes.wants)).orderBy(asc(quotes.touchedAt)).limit(25);

async function composeAround(db: Database, now: Instant): Promise<ComposeAround> {
  return {
    business: await businessFace(db),
    context: await quoteContext(db, now),
    services: await db.select().from(services).where(eq(services.retired, false)).orderBy(asc(services.name)),
    taxes: await taxLines(db),
    termsNames: await db.select({ id: terms.id, name: terms.name }).from(terms).orderBy(asc(terms.name)),
    clients: await knownClients(db),
    agreements: await db
      .select({ id: agreements.id, agreement: agreements.agreement })
      .from(agreements)
      .orderBy(asc(agreements.name)),
  };
}

export async function quoteView(db: Database, number: string, now: Instant): Promise<QuoteView | null> {
  const [found] = await db.select({ id: quotes.id }).from(quotes).where(eq(quotes.number, number));
  const loaded = found ? await readQuote(db, found.id) : null;
  if (!loaded) return null;
  const { quote, facts, offer, newest } = loaded;
  const around = await composeAround(db, now);
  const current = standingOf(loaded, now);
  const read = readDraft(quote.draft, around.context, true);
  const digest = read.offer ? digestOfOffer(read.offer) : null;
  const signedFirst =
    newest?.digest === digest &&
    facts.some((fact) => fact.kind === 'signed' && fact.signatory === 'business' && fact.revision === newest?.revision);
  const currency = offer?.currency ?? read.offer?.currency ?? usualCurrency;
  const about = { agreement: (offer ?? quote.draft).agreement, clientName: quote.draft.clientName, currency };
  const { name } = around.business;
  const booked = quote.bookingId ? await readBooking(db, quote.bookingId) : null;
  const people = await peopleIn(db, [...facts, ...(booked?.facts ?? [])]);
  const paid = (booked?.facts ?? []).flatMap((fact) =>
    fact.kind === 'received'
      ? [
          {
            at: fact.at,
            kind: 'paid' as const,
            words: `${formatMoney(fact.amount, currency)} paid`,
            who: actorWords(fact.actor, people),
          },
        ]
      : [],
  );
  return {
    ...around,
    id: quote.id,
    number: quote.number,
    edition: quote.edition,
    draft: { ...emptyDraft, ...quote.draft },
    state: current.state,
    wants: quote.wants,
    revision: current.revision,
    differs: current.revision > 0 && digest !== loaded.digest,
    signedFirst,
    hasAgreement: facts.some((fact) => fact.kind === 'signed' && fact.signatory !== businessSignatory),
    question: current.question?.text ?? null,
    expiresAt: current.expiresAt,
    bookingNumber: booked?.booking.number ?? null,
    choice: current.choice,
    history: [
      ...facts.toReversed().map((fact) => ({
        at: fact.at,
        kind: fact.kind,
        words: quoteHistory(fact, about, name),
        who: actorWords(fact.actor, people),
      })),
      ...paid,
    ].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0)),
  };
}

export async function templateView(db: Database, id: string, now: Instant): Promise<TemplateView | null> {
  const around = await composeAround(db, now);
  if (id === 'new') return { ...around, template: null };
  const [template] = await db.select().from(quoteTemplates).where(eq(quoteTemplates.id, id));
  return template ? { ...around, template: { ...template, draft: { ...emptyDraft, ...template.draft } } } : null;
}

export async function templatesView(db: Database): Promise<TemplatesView> {
  const made = await db.select().from(quoteTemplates).orderBy(asc(quoteTemplates.retired), asc(quoteTemplates.name));
  const texts = await db.select().from(agreements).orderBy(asc(agreements.name));
  return {
    templates: made.map(({ id, name, retired, draft }) => ({
      id,
      name,
      retired,
      title: draft.title,
      lines: draft.lines.length,
      extras: draft.extras.length,
      agreement: draft.agreement?.name ?? null,
    })),
    agreements: texts.map(({ id, name, agreement }) => ({
      id,
      name,
      fields: agreement.fields.length,
      business: agreement.business,
    })),
  };
}

export async function agreementView(db: Database, id: string): Promise<AgreementView | null> {
  const sample = await agreementSample(db);
  if (id === 'new') return { agreement: null, sample };
  const [row] = await db.select().from(agreements).where(eq(agreements.id, id));
  return row ? { agreement: { id: row.id, edition: row.edition, agreement: row.agreement }, sample } : null;
}
