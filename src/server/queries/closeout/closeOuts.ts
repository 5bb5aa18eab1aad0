import type { CloseOutView } from '#contracts/bookings/views';
import { claimState } from '#core/claims/claims';
import { payable, bookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import { type Minor, zero } from '#core/money/minor';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import type { Database } from '#server/database/database';
import { bookings, facts, summaries } from '#server/database/schema/bookings';
import { selectLines } from '#server/queries/bookings/bookingLines';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';

/** The most that a view holds: those that are to be decided first. */
const mostInQueue = 500;

/** What waits for its close-out, the most pressing first. */
export async function closeOutView(db: Database, now: Instant): Promise<CloseOutView> {
  const waits = eq(summaries.stage, 'toCloseOut');
  const queue = await selectLines(db)
    .where(waits)
    .orderBy(sql`${summaries.decideBy} asc nulls last`, asc(bookings.number))
    .limit(mostInQueue);
  const waiting = queue.length < mostInQueue ? queue.length : await db.$count(summaries, waits);
  const ids = queue.map(({ id }) => id);
  const special = await db
    .select({
      id: bookings.id,
      covers: sql<boolean>`coalesce(${bookings.terms}->>'holdCoversBalance' = 'true', false)`,
      charged: sql<boolean>`${bookings.terms}->'chargeInstead' is not null`,
      hears: sql<boolean>`coalesce((${bookings.terms}->'claims'->>'answerDays')::int > 0, false)`,
    })
    .from(bookings)
    .where(
      and(
        inArray(bookings.id, ids),
        sql`(${bookings.terms}->>'holdCoversBalance' = 'true' or ${bookings.terms}->'chargeInstead' is not null or ${bookings.terms}->'claims' is not null)`,
      ),
    );
  const covering = new Set(special.filter(({ covers }) => covers).map(({ id }) => id));
  const securities = new Map<string, Minor>();
  /** Of those whose hold may pay it: without what is on its way already. */
  const toPay = new Map<string, Minor>();
  const owing = new Set(queue.filter(({ outstanding }) => outstanding > 0).map(({ id }) => id));
  const heard = new Map<string, CloseOutView['queue'][number]['claims']>();
  for (const { id, charged, hears, covers } of special) {
    const mayTake = covers && owing.has(id);
    if (!charged && !hears && !mayTake) continue;
    const loaded = (await readBooking(db, id))!;
    const current = bookingState(agreedOf(loaded.booking), loaded.facts, now);
    const { securityInHand, ledger, asOf } = current;
    if (mayTake) toPay.set(id, payable(current).outstanding);
    securities.set(id, securityInHand);
    const states = ledger.after.claims.map((claim) => claimState(claim, asOf));
    const count = (wanted: string): number => states.filter((state) => state === wanted).length;
    const open = ledger.after.claims.filter((claim) => claimState(claim, asOf) === 'waits');
    const until = open.flatMap(({ answerBy }) => answerBy ?? []).toSorted()[0] ?? null;
    if (hears) heard.set(id, { waits: count('waits'), objected: count('objected'), ready: count('ready'), until });
  }
  const missing = await db
    .select({ id: facts.bookingId, kind: sql<string>`${facts.fact}->>'kind'` })
    .from(facts)
    .where(and(inArray(facts.bookingId, ids), sql`${facts.fact}->>'kind' in ('notBack', 'broughtBack')`))
    .orderBy(asc(facts.seq));
  const last = new Map(missing.map(({ id, kind }) => [id, kind]));
  const about = (id: string) => ({
    coversBalance: covering.has(id),
    security: securities.get(id) ?? zero,
    claims: heard.get(id) ?? null,
    notBack: last.get(id) === 'notBack',
  });
  return {
    waiting,
    queue: queue.map((line) => ({ ...line, outstanding: toPay.get(line.id) ?? line.outstanding, ...about(line.id) })),
  };
}
