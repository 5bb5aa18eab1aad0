import { addDays, dayNumber, type PlainDate } from '#core/calendar/days';
import { firstNames, type Kind, kinds, lastNames } from '#demo/routine';
import type { DemoBooking, Happening } from '#demo/scenario';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

type Told = readonly [at: string, happening: Happening];
type Pick = (from: number, to: number) => number;

/** How much is booked in each month, in parts of a hundred of an ordinary one. */
const seasons = [60, 70, 90, 100, 110, 120, 140, 150, 120, 100, 70, 50] as const;
/** Of a hundred bookings so many are of each of the kinds, in their order. */
const shares: Readonly<Record<string, number>> = {
  dobsonian: 11,
  dome: 33,
  coaching: 24,
  binoculars: 10,
  mirror: 13,
  party: 9,
};
/** So long after its end a booking is closed out and its hold let go. */
const restDays = 5;

const among = <T>(list: readonly T[], pick: Pick): T => list[pick(0, list.length - 1)]!;
const clock = (hours: number, minutes: number): string =>
  `${String(hours).padStart(2, '0')}:${String(minutes).padStart(2, '0')}`;

function nameOf(pick: Pick): string {
  const last = among(lastNames, pick);
  const other = among(lastNames, pick);
  const family = pick(0, 9) < 4 && other !== last ? `${last}-${other}` : last;
  return `${among(firstNames, pick)} ${family}`;
}

const kindOf = (pick: Pick): Kind => {
  let left = pick(0, 99);
  return kinds.find(({ service }) => (left -= shares[service] ?? 0) < 0) ?? kinds[0]!;
};

/** The days from one on, before another, each as often as its season has it. */
function seasonal(begins: PlainDate, until: PlainDate): PlainDate[] {
  const days = Array.from({ length: dayNumber(until) - dayNumber(begins) }, (_, day) => addDays(begins, day));
  return days.flatMap((day) => Array<PlainDate>(seasons[Number(day.slice(5, 7)) - 1]! / 10).fill(day));
}

type Planned = {
  readonly kind: Kind;
  readonly total: number;
  readonly bookedOn: PlainDate;
  readonly startOn: PlainDate;
  readonly endOn: PlainDate;
};

const pays = (at: string, card: Extract<Happening, { do: 'pay' }>['card'] = 'approves'): Told => [
  at,
  { do: 'pay', card, confirm: true },
];
const charged = new Set(['dobsonian', 'binoculars', 'party']);
const held = new Set(['dobsonian', 'binoculars']);
/** Given back by themselves where nobody pays. */
const lapses = new Set(['dome', 'coaching']);

/** What happens, as a hundred-sided die has it. */
function storyOf({ kind: { service }, total, bookedOn, startOn, endOn }: Planned, pick: Pick): Told[] {
  const die = pick(0, 99);
  const minute = pick(10, 59);
  const first = `${bookedOn}T${clock(pick(12, 18), minute)}`;
  const closing = `${addDays(endOn, 1)}T${clock(pick(10, 17), minute)}`;
  if (die < 2 && lapses.has(service)) return [];
  const card = die < 4 && charged.has(service) ? 'shortOnFile' : die < 18 ? 'confirms' : 'approves';
  const refusedFirst = die >= 18 && die < 21 ? [pays(`${bookedOn}T${clock(11, 59)}`, 'short')] : [];
  const paid = [...refusedFirst, pays(first, card)];
  const due = addDays(startOn, -14);
  if (service === 'dome') {
    // Within the day everything goes back.
    if (die > 96) return [...paid, [`${bookedOn}T${clock(20, minute)}`, { do: 'cancel', by: 'client' }]];
    const second = addDays(due > bookedOn ? due : addDays(bookedOn, 1), pick(0, 2));
    paid.push(pays(`${second}T${clock(pick(11, 19), minute)}`));
  }
  if (die > 96 && dayNumber(startOn) - dayNumber(bookedOn) > 9 && (service === 'coaching' || held.has(service)))
    return [...paid, [`${addDays(startOn, -5)}T${clock(pick(9, 19), minute)}`, { do: 'cancel', by: 'client' }]];
  if (service === 'coaching' && die > 94) return [...paid, [closing, { do: 'cancel', by: 'no_show' }]];
  if (service === 'mirror')
    paid.push([`${startOn}T${clock(10, minute)}`, { do: 'record', amount: total - 20_00, method: 'cash' }]);
  const claims: readonly (readonly [string, number])[] =
    held.has(service) && die > 90
      ? [
          among(
            [
              ['Lost eyepiece cap', 12_00],
              ['Dew in the case', 35_00],
            ] as const,
            pick,
          ),
        ]
      : [];
  return [...paid, [closing, claims.length > 0 ? { do: 'closeOut', claims } : { do: 'closeOut' }]];
}

/** So many bookings of whole seasons, the same at every run, in the order in which they are booked; all are over before a day. */
export function ordinaryBookings(count: number, begins: PlainDate, until: PlainDate): DemoBooking[] {
  const random = xoroshiro128plus(20270110);
  const pick: Pick = (from, to) => uniformInt(random, from, to);
  const days = seasonal(begins, until);
  const stories: DemoBooking[] = [];
  while (stories.length < count) {
    const kind = kindOf(pick);
    const size = pick(1, 5);
    const bookedOn = among(days, pick);
    const startOn = addDays(bookedOn, kind.ahead + pick(0, 14));
    const endOn = addDays(startOn, kind.days * (size + 2));
    if (addDays(endOn, restDays) >= until) continue;
    const total = kind.each * (size + 1);
    stories.push({
      client: nameOf(pick),
      service: kind.service,
      title: kind.title(size),
      total,
      booked: `${bookedOn}T${clock(pick(8, 11), pick(0, 58))}`,
      start: `${startOn}T${kind.hour}`,
      end: `${endOn}T${kind.days > 0 ? kind.hour : '23:30'}`,
      then: storyOf({ kind, total, bookedOn, startOn, endOn }, pick),
    });
  }
  return stories.sort((a, b) => (a.booked < b.booked ? -1 : 1));
}
