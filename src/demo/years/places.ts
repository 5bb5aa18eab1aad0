import { takenTime } from '#core/places/asked';
import { choosePlaces, indexPlace, type PlaceIndex, type Use } from '#core/places/places';
import type { BookingRules } from '#core/places/rules';
import type { WallTime } from '#core/calendar/wallTime';

export type Occupancy = Use & { readonly placeId: string; readonly bookingId: string };
type Wanted = {
  readonly bookingId: string;
  readonly rules: BookingRules | null;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly count: number;
  readonly timeZone: string;
};

/** Of older uses none matters to which unit is taken. */
const lookBackSeconds = 60 * 86_400;

/** Who has which places, in memory. */
export class Places {
  readonly #units: ReadonlyMap<string, number>;
  readonly #uses = new Map<string, Occupancy[]>();
  readonly #of = new Map<string, Occupancy[]>();

  constructor(rows: readonly { readonly id: string; readonly units: number; readonly retired: boolean }[]) {
    this.#units = new Map(rows.filter(({ retired }) => !retired).map(({ id, units }) => [id, units]));
  }

  #index(id: string, from: number, to: number): readonly (readonly [string, PlaceIndex])[] {
    const units = this.#units.get(id);
    if (units === undefined) return [];
    const near = (this.#uses.get(id) ?? []).filter((use) => use.to > from - lookBackSeconds && use.from < to);
    return [[id, indexPlace({ id, units, uses: near })]];
  }

  /** @returns whether there was room; services on set dates take none here */
  take({ bookingId, rules, start, end, count, timeZone }: Wanted): boolean {
    if (!rules || rules.needs.length === 0) return true;
    const { from, to } = takenTime(rules.when, { start, end }, timeZone);
    const ids = new Set(rules.needs.flatMap(({ anyOf }) => anyOf));
    const index = new Map([...ids].flatMap((id) => this.#index(id, from, to)));
    const chosen = choosePlaces(rules.needs, index, { from, to, count });
    if (!chosen) return false;
    const taken = chosen.map(({ placeId, unit }) => ({ placeId, unit, from, to, bookingId }));
    this.#of.set(bookingId, taken);
    for (const use of taken) {
      const uses = this.#uses.get(use.placeId);
      if (uses) uses.push(use);
      else this.#uses.set(use.placeId, [use]);
    }
    return true;
  }

  free(bookingId: string): void {
    for (const { placeId } of this.of(bookingId))
      this.#uses.set(
        placeId,
        this.#uses.get(placeId)!.filter((use) => use.bookingId !== bookingId),
      );
    this.#of.delete(bookingId);
  }

  of(bookingId: string): readonly Occupancy[] {
    return this.#of.get(bookingId) ?? [];
  }
}
