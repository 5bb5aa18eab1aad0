import { addDays, type PlainDate } from '#core/calendar/days';
import { demoBegins, demoNow, type DemoBooking, type Happening } from '#demo/scenario';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

export const firstNames =
  'Ada Basil Clio Daan Edda Femke Goran Hilde Ivo Juno Kester Livia Malte Nadja Otto Petra Quirin Rhea Sten Tilda Ulf Vera Wim Xenia Ylva Zeno'.split(
    ' ',
  );
export const lastNames =
  'Abrams Bakker Corvin Dahl Elstad Farkas Grünwald Holm Ivanek Jansen Kolbe Lindt Moreau Nemeth Okafor Prins Quast Rinaldi Sorel Thorne'.split(
    ' ',
  );

export type Kind = {
  service: string;
  title: (size: number) => string;
  each: number;
  days: number;
  hour: string;
  ahead: number;
};
/** What is booked most: how it is called, what one more of it costs, how many days it takes, and how long before. */
export const kinds: readonly Kind[] = [
  {
    service: 'dobsonian',
    title: (n) => `10-inch Dobsonian, ${n + 2} days`,
    each: 55_00,
    days: 1,
    hour: '18:00',
    ahead: 25,
  },
  {
    service: 'dome',
    title: (n) => `Dome evening, ${2 * n + 2} guests`,
    each: 105_00,
    days: 0,
    hour: '21:00',
    ahead: 32,
  },
  { service: 'coaching', title: () => 'Coaching, one evening', each: 40_00, days: 0, hour: '20:30', ahead: 12 },
  {
    service: 'binoculars',
    title: (n) => `Giant binoculars, ${n + 2} days`,
    each: 32_00,
    days: 1,
    hour: '12:00',
    ahead: 18,
  },
  { service: 'mirror', title: () => 'Mirror cleaning', each: 28_00, days: 0, hour: '10:00', ahead: 9 },
  {
    service: 'party',
    title: (n) => `Star party, ${5 * n + 5} guests`,
    each: 190_00,
    days: 0,
    hour: '20:30',
    ahead: 40,
  },
];

/** The ordinary bookings of a season, the same at every run. */
export function routineBookings(count: number): DemoBooking[] {
  const random = xoroshiro128plus(20270514);
  const pick = (from: number, to: number): number => uniformInt(random, from, to);
  const begins = demoBegins.slice(0, 10) as PlainDate;
  return Array.from({ length: count }, (_, index): DemoBooking => {
    const kind = kinds[pick(0, kinds.length - 1)]!;
    const size = pick(1, 5);
    const bookedOn = addDays(begins, Math.floor((index * 118) / count) + pick(0, 4));
    const startOn = addDays(bookedOn, kind.ahead + pick(0, 14));
    const endOn = addDays(startOn, kind.days * (size + 2));
    const minute = String(pick(10, 59));
    const end = `${endOn}T${kind.days > 0 ? kind.hour : '23:30'}`;
    const then: [string, Happening][] = [
      [
        `${bookedOn}T${pick(12, 18)}:${minute}`,
        { do: 'pay', card: pick(0, 4) === 0 ? 'confirms' : 'approves', confirm: true },
      ],
    ];
    if (kind.service === 'dome') {
      const due = addDays(startOn, -14);
      then.push([
        `${addDays(due > bookedOn ? due : addDays(bookedOn, 1), pick(0, 2))}T${pick(11, 19)}:${minute}`,
        { do: 'pay', card: 'approves', confirm: true },
      ]);
    }
    if (kind.service === 'mirror')
      then.push([`${startOn}T10:${minute}`, { do: 'record', amount: kind.each * (size + 1) - 20_00, method: 'cash' }]);
    then.push([`${addDays(endOn, 1)}T${pick(10, 17)}:${minute}`, { do: 'closeOut' }]);
    return {
      client: `${firstNames[pick(0, firstNames.length - 1)]} ${lastNames[pick(0, lastNames.length - 1)]}`,
      service: kind.service,
      title: kind.title(size),
      total: kind.each * (size + 1),
      booked: `${bookedOn}T${String(pick(8, 11)).padStart(2, '0')}:${minute}`,
      start: `${startOn}T${kind.hour}`,
      end,
      then: then.filter(([at]) => at < demoNow),
    };
  });
}
