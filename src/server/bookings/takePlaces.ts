import { takenTime } from '#core/places/asked';
import { type Hours, isOpenThrough } from '#core/places/hours';
import { choosePlaces, indexPlace, type Need, type PlaceIndex } from '#core/places/places';
import type { BookingRules } from '#core/places/rules';
import { addDays } from '#core/calendar/days';
import { dateOf, type WallTime, wallSeconds } from '#core/calendar/wallTime';
import { ok, refuse, type Result } from '#core/result';
import type { Tx } from '#server/database/database';
import { eventDates, occupancies, places } from '#server/database/schema/places';
import { and, asc, eq, gt, inArray, isNull, lt, ne, or } from 'drizzle-orm';

export type PlaceRefusal = { readonly code: 'place_taken'; readonly path: 'start' };
/** Rolls back what was written of a booking whose place is gone. `withPlaces` makes the refusal of it. */
export class PlaceTaken extends Error {}

/** The exclusion constraint's own code (PostgreSQL, appendix A: exclusion_violation). */
const isOverlap = (error: unknown): boolean => (error as { cause?: { code?: string } } | null)?.cause?.code === '23P01';

/** Runs what takes places; where one is gone, a refusal comes of it. The work rolls back what it wrote by itself. */
export async function withPlaces<Q extends Result<unknown, { readonly code: string }>>(
  work: () => Promise<Q>,
): Promise<Q | { readonly ok: false; readonly refusal: PlaceRefusal }> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof PlaceTaken || isOverlap(error)) return refuse({ code: 'place_taken', path: 'start' });
    throw error;
  }
}

type PlaceRow = typeof places.$inferSelect;

export type Wanted = {
  readonly bookingId: string;
  readonly rules: BookingRules | null;
  readonly serviceId: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly count: number;
  readonly timeZone: string;
  /** Whether people and rooms are taken only within their own hours; the owner is not bound by them. */
  readonly withinHours: boolean;
};

/** How long before a booking its unit's last use still matters to which unit is taken. */
const lookBackSeconds = 60 * 86_400;

/** What is held on set dates takes seats of the date that begins then; the owner may book it for another time too. */
async function needsOf(tx: Tx, { rules, serviceId, start }: Wanted): Promise<readonly Need[]> {
  if (rules?.when.kind !== 'dates') return rules?.needs ?? [];
  const [date] = await tx
    .select()
    .from(eventDates)
    .where(and(eq(eventDates.serviceId, serviceId), eq(eventDates.startsAt, start), eq(eventDates.calledOff, false)));
  return date ? [{ anyOf: [date.placeId] }] : [];
}

const isOpen = (hours: Hours | null, { start, end }: Wanted): boolean =>
  hours === null ||
  isOpenThrough(hours, [dateOf(start), addDays(dateOf(start), -1)], { from: wallSeconds(start), to: wallSeconds(end) });

async function indexOf(tx: Tx, rows: readonly PlaceRow[], wanted: Wanted, from: number, to: number) {
  const ids = rows.map(({ id }) => id);
  const used = await tx
    .select()
    .from(occupancies)
    .where(
      and(
        inArray(occupancies.placeId, ids),
        gt(occupancies.toSecond, from - lookBackSeconds),
        lt(occupancies.fromSecond, to),
        or(isNull(occupancies.bookingId), ne(occupancies.bookingId, wanted.bookingId)),
      ),
    );
  return new Map<string, PlaceIndex>(
    rows.map(({ id, units }) => {
      const uses = used
        .filter(({ placeId }) => placeId === id)
        .map(({ unit, fromSecond, toSecond }) => ({ unit, from: fromSecond, to: toSecond }));
      return [id, indexPlace({ id, units, uses })];
    }),
  );
}

/**
 * Takes the places that a booking needs for its time, in place of those that it has. Who takes from the same places at
 * the same moment waits; the exclusion constraint of the table holds even without this code. Nothing is written where
 * something is not free.
 */
export async function takePlaces(tx: Tx, wanted: Wanted): Promise<Result<{ taken: number }, PlaceRefusal>> {
  const { bookingId, rules, count, timeZone } = wanted;
  const needs = await needsOf(tx, wanted);
  if (needs.length === 0 || !rules) return ok({ taken: 0 });
  const { from, to } = takenTime(rules.when, wanted, timeZone);
  const rows = await tx
    .select()
    .from(places)
    .where(
      and(
        inArray(
          places.id,
          needs.flatMap(({ anyOf }) => anyOf),
        ),
        eq(places.retired, false),
      ),
    )
    .orderBy(asc(places.id))
    .for('update');
  const open = rows.filter(({ hours }) => !wanted.withinHours || isOpen(hours, wanted));
  // What begins and ends at the same moment takes nothing away from anybody.
  if (to <= from) return ok({ taken: 0 });
  const chosen = choosePlaces(needs, await indexOf(tx, open, wanted, from, to), { from, to, count });
  if (!chosen) return refuse({ code: 'place_taken', path: 'start' });
  await freePlaces(tx, [bookingId]);
  await tx
    .insert(occupancies)
    .values(chosen.map(({ placeId, unit }) => ({ placeId, unit, fromSecond: from, toSecond: to, bookingId })));
  return ok({ taken: chosen.length });
}

export async function freePlaces(tx: Tx, bookingIds: readonly string[]): Promise<void> {
  await tx.delete(occupancies).where(inArray(occupancies.bookingId, [...bookingIds]));
}
