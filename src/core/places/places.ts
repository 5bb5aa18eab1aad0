/** A use of one unit of a place, in seconds since 1970, its end excluded. */
export type Use = { readonly unit: number; readonly from: number; readonly to: number };
/** A person, a room, a stock of like units, or the seats of an evening: what a booking takes so that nobody else can. */
export type PlaceUse = { readonly id: string; readonly units: number; readonly uses: readonly Use[] };
/** One of these places is needed. */
export type Need = { readonly anyOf: readonly string[] };
export type Taken = { readonly placeId: string; readonly unit: number };

/** The uses of each unit in their order, to be asked many times. */
export type PlaceIndex = { readonly id: string; readonly units: readonly (readonly Use[])[] };

export function indexPlace({ id, units, uses }: PlaceUse): PlaceIndex {
  const byUnit: Use[][] = Array.from({ length: units }, () => []);
  for (const use of uses) byUnit[use.unit - 1]?.push(use);
  for (const list of byUnit) list.sort((a, b) => a.from - b.from);
  return { id, units: byUnit };
}

/** How many uses end by that second: they do not overlap, so that their ends are in order too. */
function endedBy(uses: readonly Use[], second: number): number {
  let low = 0;
  let high = uses.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (uses[middle]!.to <= second) low = middle + 1;
    else high = middle;
  }
  return low;
}

const isFree = (uses: readonly Use[], from: number, to: number): boolean => {
  const next = uses[endedBy(uses, from)];
  return !next || next.from >= to;
};

/** How many units nobody uses between two moments. */
export const freeCount = ({ units }: PlaceIndex, from: number, to: number): number =>
  units.reduce((count, uses) => (isFree(uses, from, to) ? count + 1 : count), 0);

/**
 * The units that nobody uses between two moments, those first that were idle for the shortest time before: long gaps
 * stay whole for those who ask for long stays. Equal ones in the order of their numbers.
 */
export function freeUnits({ units }: PlaceIndex, from: number, to: number): number[] {
  return units
    .flatMap((uses, index) => {
      const ended = endedBy(uses, from);
      const next = uses[ended];
      if (next && next.from < to) return [];
      return [{ unit: index + 1, idle: ended === 0 ? Infinity : from - uses[ended - 1]!.to }];
    })
    .sort((a, b) => (a.idle === b.idle ? a.unit - b.unit : a.idle - b.idle))
    .map(({ unit }) => unit);
}

/**
 * For each need, units of the first place that has so many of them free; null where one has none. A place that serves
 * one need is not taken for another.
 */
export function choosePlaces(
  needs: readonly Need[],
  places: ReadonlyMap<string, PlaceIndex>,
  { from, to, count }: { from: number; to: number; count: number },
): Taken[] | null {
  const taken: Taken[] = [];
  for (const { anyOf } of needs) {
    const candidates = anyOf.filter((id) => !taken.some((each) => each.placeId === id));
    const found = candidates
      .map((id) => ({ id, units: places.has(id) ? freeUnits(places.get(id)!, from, to) : [] }))
      .find(({ units }) => units.length >= count);
    if (!found) return null;
    taken.push(...found.units.slice(0, count).map((unit) => ({ placeId: found.id, unit })));
  }
  return taken;
}

/** How many bookings' worth is left: the least over the needs of the most that one of its places has free. */
export const leftFor = (
  needs: readonly Need[],
  places: ReadonlyMap<string, PlaceIndex>,
  from: number,
  to: number,
): number =>
  Math.min(
    ...needs.map(({ anyOf }) =>
      Math.max(0, ...anyOf.map((id) => (places.has(id) ? freeCount(places.get(id)!, from, to) : 0))),
    ),
  );
