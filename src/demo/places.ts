import type { StoryApp } from '#demo/asThemselves';
import type { Hours } from '#core/places/hours';
import type { BookingRules } from '#core/places/rules';
import type { PlainDate } from '#core/calendar/days';
import type { TimeOfDay, WallTime } from '#core/calendar/wallTime';
import { business, services } from '#server/database/schema/business';
import { eventDates, places } from '#server/database/schema/places';
import { eq } from 'drizzle-orm';

const time = (text: string): TimeOfDay => text as TimeOfDay;
const span = (from: string, to: string) => [{ from: time(from), to: time(to) }];
const daily = (from: string, to: string): Hours => ({
  week: Array.from({ length: 7 }, () => span(from, to)),
  days: [],
});

/** The shop, closed on Mondays and for a week in June. */
const shopHours: Hours = {
  week: [[], ...Array.from({ length: 6 }, () => span('10:00', '18:00'))],
  days: [
    { from: '2027-06-10' as PlainDate, to: '2027-06-10' as PlainDate, spans: [], note: 'National holiday' },
    { from: '2027-06-21' as PlainDate, to: '2027-06-23' as PlainDate, spans: [], note: 'Shortest nights, we rest' },
  ],
};

export const demoPlaces = [
  { id: 'lena', name: 'Lena Varga', kind: 'person', units: 1 },
  { id: 'bruno', name: 'Bruno Faial', kind: 'person', units: 1 },
  { id: 'ada', name: 'Ada Lindt', kind: 'person', units: 1 },
  { id: 'dobsonians', name: '10-inch Dobsonians', kind: 'stock', units: 6 },
  { id: 'rigs', name: 'Imaging rigs', kind: 'stock', units: 3 },
  { id: 'binoculars', name: 'Giant binoculars', kind: 'stock', units: 6 },
  { id: 'bench', name: 'Mirror bench', kind: 'room', units: 2 },
  { id: 'van', name: 'Field van with telescopes', kind: 'stock', units: 3 },
] as const;

const common: Omit<BookingRules, 'when' | 'needs'> = {
  online: true,
  confirm: 'payment',
  authorise: false,
  keepMinutes: 15,
  answerHours: 48,
  noticeHours: 12,
  aheadDays: 180,
  counts: 'nothing',
  least: 1,
  most: 1,
  hours: null,
  agreementId: null,
  tip: false,
};
const stay = (by: 'day' | 'night', most: number): BookingRules['when'] => ({
  kind: 'stay',
  by,
  least: 1,
  most,
  turnaroundMinutes: 120,
  pickUp: time('18:00'),
  giveBack: time('18:00'),
});
const need = (...anyOf: string[]) => [{ anyOf }];
const night = daily('20:00', '01:00');

const rulesOf: Readonly<Record<string, BookingRules>> = {
  dobsonian: {
    ...common,
    counts: 'units',
    most: 3,
    when: stay('day', 21),
    needs: need('dobsonians'),
    hours: daily('10:00', '19:00'),
    agreementId: 'rental',
  },
  rig: {
    ...common,
    when: stay('day', 21),
    needs: need('rigs'),
    hours: daily('10:00', '19:00'),
    confirm: 'owner',
    authorise: true,
    agreementId: 'rental',
  },
  binoculars: {
    ...common,
    counts: 'units',
    most: 2,
    when: stay('night', 14),
    needs: need('binoculars'),
    hours: daily('10:00', '19:00'),
  },
  dome: { ...common, counts: 'guests', most: 8, when: { kind: 'dates' }, needs: [], tip: true },
  coaching: {
    ...common,
    needs: need('lena', 'bruno', 'ada'),
    hours: night,
    tip: true,
    when: { kind: 'slots', minutes: 120, everyMinutes: 60, bufferBefore: 0, bufferAfter: 30 },
  },
  'first-night': {
    ...common,
    needs: need('lena', 'bruno', 'ada'),
    hours: night,
    confirm: 'client',
    answerHours: 24,
    when: { kind: 'slots', minutes: 120, everyMinutes: 30, bufferBefore: 0, bufferAfter: 30 },
  },
  mirror: {
    ...common,
    needs: need('bench'),
    counts: 'units',
    most: 2,
    when: { kind: 'slots', minutes: 180, everyMinutes: 60, bufferBefore: 0, bufferAfter: 0 },
  },
  party: {
    ...common,
    online: false,
    needs: need('van'),
    counts: 'guests',
    most: 40,
    hours: night,
    confirm: 'owner',
    when: { kind: 'slots', minutes: 180, everyMinutes: 30, bufferBefore: 60, bufferAfter: 60 },
  },
  observatory: { ...common, online: false, confirm: 'owner', when: { kind: 'asked', days: 30 }, needs: [] },
};

/** Fridays and Saturdays under the dome, from the demo's day on. */
const domeEvenings: readonly [date: string, seats: number][] = [
  ['2027-05-15', 16],
  ['2027-05-21', 16],
  ['2027-05-22', 16],
  ['2027-05-28', 16],
  ['2027-05-29', 16],
  ['2027-06-05', 16],
  ['2027-06-12', 6],
  ['2027-06-19', 16],
  ['2027-07-03', 16],
];

/** Opening hours, places, and how each service is booked by its clients. */
export async function furnishPlaces(app: StoryApp): Promise<void> {
  const { db } = app.deps;
  await db.update(business).set({ hours: shopHours });
  await db.insert(places).values(demoPlaces.map((place, position) => ({ ...place, position })));
  for (const [id, booking] of Object.entries(rulesOf)) {
    await db.update(services).set({ booking }).where(eq(services.id, id));
  }
  for (const [date, units] of domeEvenings) {
    const id = `dome-${date}`;
    await db.insert(places).values({ id, name: `Dome seats, ${date}`, kind: 'seats', units });
    const startsAt = `${date}T21:00` as WallTime;
    const endsAt = `${date}T23:00` as WallTime;
    await db.insert(eventDates).values({ id, serviceId: 'dome', placeId: id, startsAt, endsAt });
  }
}
