import type { CalendarPlace, CalendarView, PlaceUse } from '#contracts/places/timeViews';
import { addDays, type PlainDate } from '#core/calendar/days';

/** Units beyond this are counted and not drawn one by one. */
export const mostUnits = 12;

export type PlaceRow = {
  readonly place: CalendarPlace;
  /** How many units are free on each day of the view: the fewest at any moment of it. */
  readonly free: readonly number[];
  /** What each unit that is drawn is used for. */
  readonly units: readonly { readonly unit: number; readonly uses: readonly PlaceUse[] }[];
};

/** The most units that are in use at one moment of a day. */
function mostAtOnce(uses: readonly PlaceUse[], date: PlainDate): number {
  const [opens, closes] = [`${date}T00:00`, `${addDays(date, 1)}T00:00`];
  const marks = uses
    .filter(({ start, end }) => start < closes && end > opens)
    .flatMap(({ start, end }): [string, number][] => [
      [start < opens ? opens : start, 1],
      [end > closes ? closes : end, -1],
    ])
    // What ends frees its unit for what begins at the same moment.
    .sort(([a, by], [b, other]) => (a === b ? by - other : a < b ? -1 : 1));
  let now = 0;
  let most = 0;
  for (const [, by] of marks) {
    now += by;
    most = Math.max(most, now);
  }
  return most;
}

/** A row for each place: how much of it is free, and what its units are used for. */
export function placeRows(view: Pick<CalendarView, 'places' | 'uses'>, from: PlainDate, days: number): PlaceRow[] {
  return view.places.map((place) => {
    const own = view.uses.filter(({ placeId }) => placeId === place.id);
    return {
      place,
      free: Array.from({ length: days }, (_, index) =>
        Math.max(0, place.units - mostAtOnce(own, addDays(from, index))),
      ),
      units: Array.from({ length: Math.min(place.units, mostUnits) }, (_, index) => ({
        unit: index + 1,
        uses: own.filter(({ unit }) => unit === index + 1),
      })),
    };
  });
}
