import { factsOfAll } from '#server/bookings/factsOf';
import type { TermsLine, TermsListView, TermsTouch, TermsUseView, TermsView } from '#contracts/catalogue/termsViews';
import { factsThatCount } from '#core/bookings/factsThatCount';
import type { Fact } from '#core/bookings/facts';
import { changeOf, pricedDeal } from '#core/bookings/change';
import type { Instant } from '#core/calendar/instant';
import { zero } from '#core/money/minor';
import { OutOfRange } from '#core/outOfRange';
import { sameValue } from '#core/sameValue';
import type { Terms } from '#core/terms/terms';
import { changeSentences } from '#core/wording/changeSentences';
import { dealOf } from '#server/bookings/dealOf';
import { agreedOf, type BookingRow } from '#server/bookings/lockBooking';
import type { Database } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { services, terms, termsVersions } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { and, asc, eq, lt, notInArray, sql } from 'drizzle-orm';

const over = ['closed', 'cancelled', 'lapsed'] as const;

export async function termsLines(db: Database): Promise<TermsLine[]> {
  const named = await db.select().from(terms).orderBy(asc(terms.name));
  const newest = await db
    .selectDistinctOn([termsVersions.termsId])
    .from(termsVersions)
    .orderBy(termsVersions.termsId, sql`${termsVersions.version} desc`);
  const given = await db
    .select({ id: services.id, name: services.name, termsId: services.termsId })
    .from(services)
    .where(eq(services.retired, false))
    .orderBy(asc(services.name));
  const kept = await db
    .select({ termsId: bookings.termsId, version: bookings.termsVersion, count: sql<number>`count(*)`.mapWith(Number) })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .where(notInArray(summaries.stage, [...over]))
    .groupBy(bookings.termsId, bookings.termsVersion);
  return named.map(({ id, name }): TermsLine => {
    const { version, rules, madeAt } = newest.find((each) => each.termsId === id)!;
    const coming = kept.filter((each) => each.termsId === id);
    const sum = (rows: typeof coming): number => rows.reduce((total, { count }) => total + count, 0);
    return {
      id,
      name,
      version,
      madeAt,
      rules,
      services: given
        .filter((each) => each.termsId === id)
        .map(({ id: serviceId, name: label }) => ({ id: serviceId, name: label })),
      coming: sum(coming),
      onOlder: sum(coming.filter((each) => each.version < version)),
    };
  });
}

export const termsList = async (db: Database): Promise<TermsListView> => ({ terms: await termsLines(db) });

/** Terms to be edited, or null where there are none of that id; `new` begins some. */
export async function termsView(db: Database, id: string): Promise<TermsView | null> {
  const all = await termsLines(db);
  const found = all.find((line) => line.id === id) ?? null;
  if (!found && id !== 'new') return null;
  const offered = await db
    .select({ id: services.id, name: services.name, termsId: services.termsId, termsName: terms.name })
    .from(services)
    .innerJoin(terms, eq(terms.id, services.termsId))
    .where(eq(services.retired, false))
    .orderBy(asc(services.name));
  return {
    terms: found,
    services: offered,
    names: all.filter((line) => line.id !== id).map((line) => line.name),
  };
}

/** At most so many bookings are compared at once; the rest is said as a number. */
const mostCompared = 5000;

/** The coming bookings that keep an older version, each with what the newest would change for it. */
export async function termsUse(db: Database, id: string, now: Instant): Promise<TermsUseView | null> {
  const line = (await termsLines(db)).find((each) => each.id === id);
  if (!line) return null;
  const older = and(
    eq(bookings.termsId, id),
    lt(bookings.termsVersion, line.version),
    notInArray(summaries.stage, [...over]),
  );
  const rows = await db
    .select({ booking: bookings, client: clients.name })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .where(older)
    .orderBy(asc(bookings.startsAt), asc(bookings.number))
    .limit(mostCompared);
  const versions = await db.select().from(termsVersions).where(eq(termsVersions.termsId, id));
  const rulesOf = new Map(versions.map(({ version, rules }) => [version, rules]));
  const factsOf = await factsOfAll(
    db,
    rows.map(({ booking }) => booking.id),
  );
  const touches = rows.map(({ booking, client }) =>
    touchOf({
      booking,
      client,
      facts: factsOf.get(booking.id) ?? [],
      rules: line.rules,
      version: line.version,
      own: !sameValue(booking.terms, rulesOf.get(booking.termsVersion)),
      now,
    }),
  );
  return { terms: line, touches, more: Math.max(0, line.onOlder - rows.length) };
}

function touchOf(input: {
  booking: BookingRow;
  client: string;
  facts: readonly Fact[];
  rules: Terms;
  version: number;
  own: boolean;
  now: Instant;
}): TermsTouch {
  const { booking, client, facts: happened, rules, version, own, now } = input;
  const before = dealOf(booking);
  const about = {
    id: booking.id,
    number: booking.number,
    client,
    title: booking.title,
    currency: booking.currency,
    start: booking.startsAt,
    version: booking.termsVersion,
    own,
    seen: factsThatCount(happened),
  };
  const none = { sentences: [], dueNow: [zero, zero], held: [zero, zero], back: zero, tells: false } as const;
  try {
    const change = changeOf({
      agreed: agreedOf(booking),
      facts: happened,
      now,
      before,
      after: pricedDeal({ ...before, terms: rules, termsVersion: version }),
      by: 'owner',
      key: 'preview',
      reason: 'terms',
      giveBack: true,
    });
    if (!change.ok) return { ...about, ...none, refused: change.refusal.code };
    const { before: was, after: is, credit, fact } = change.value;
    return {
      ...about,
      sentences: changeSentences(was, is),
      dueNow: [was.position.dueNow, is.position.dueNow],
      held: [was.hold?.amount ?? zero, is.hold?.amount ?? zero],
      back: credit,
      tells: fact.tells,
      refused: null,
    };
  } catch (error) {
    if (error instanceof OutOfRange) return { ...about, ...none, refused: 'date_out_of_reach' };
    throw error;
  }
}
