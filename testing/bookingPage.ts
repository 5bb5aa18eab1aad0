import type { TimeOfDay } from '#core/calendar/wallTime';
import type { BookingRules } from '#core/places/rules';
import type { Hours } from '#core/places/hours';
import { planOf } from '#core/bookings/keptPlan';
import type { WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { minor, type Minor } from '#core/money/minor';
import { price } from '#core/price/price';
import { askedPrice } from '#core/catalogue/askedPrice';
import { services } from '#server/database/schema/business';
import { eventDates, places } from '#server/database/schema/places';
import { randomUUID } from 'node:crypto';
import { type Installation, zone } from './installation';

const nights = { from: '20:00' as TimeOfDay, to: '01:00' as TimeOfDay };
/** Open every night. */
export const nightly: Hours = { week: Array.from({ length: 7 }, () => [nights]), days: [] };

export const lessonRules: BookingRules = {
  online: true,
  confirm: 'payment',
  authorise: false,
  keepMinutes: 15,
  answerHours: 48,
  noticeHours: 2,
  aheadDays: 200,
  counts: 'nothing',
  least: 1,
  most: 1,
  when: { kind: 'slots', minutes: 90, everyMinutes: 30, bufferBefore: 0, bufferAfter: 30 },
  needs: [{ anyOf: ['lena'] }],
  hours: nightly,
  agreementId: null,
  tip: true,
};
export const stayRules: BookingRules = {
  ...lessonRules,
  counts: 'units',
  most: 3,
  needs: [{ anyOf: ['scopes'] }],
  hours: null,
  when: {
    kind: 'stay',
    by: 'day',
    least: 1,
    most: 21,
    turnaroundMinutes: 120,
    pickUp: '10:00' as TimeOfDay,
    giveBack: '10:00' as TimeOfDay,
  },
};
export const datesRules: BookingRules = {
  ...lessonRules,
  counts: 'guests',
  most: 6,
  needs: [],
  when: { kind: 'dates' },
};

type About = {
  readonly id: string;
  readonly rules: BookingRules;
  readonly unitPrice?: number;
  readonly termsId?: string;
};

/** A service that clients book themselves. */
export async function openTo(app: Installation, { id, rules, unitPrice = 90_00, termsId = 'event' }: About) {
  const { db } = app.deps;
  const basis = rules.when.kind === 'stay' ? 'day' : rules.when.kind === 'dates' ? 'person' : 'fixed';
  const extras = [{ id: 'tea', label: 'Tea and cake', unitPrice: minor(8_00), most: 4 }];
  const about = { id, name: `Service ${id}`, kind: 'appointment' as const, currency: 'EUR', termsId, basis };
  await db.insert(services).values({
    ...about,
    basis: about.basis as never,
    unitPrice: minor(unitPrice),
    extras,
    taxCodes: ['VAT'],
    booking: rules,
  });
}

export async function placesFor(app: Installation): Promise<void> {
  await app.deps.db.insert(places).values([
    { id: 'lena', name: 'Lena', kind: 'person' },
    { id: 'scopes', name: 'Telescopes', kind: 'stock', units: 3 },
  ]);
}

export async function dateOf(app: Installation, serviceId: string, start: string, end: string, seats: number) {
  const id = randomUUID();
  await app.deps.db.insert(places).values({ id, name: `Seats ${start}`, kind: 'seats', units: seats });
  const times = { startsAt: start as WallTime, endsAt: end as WallTime };
  await app.deps.db.insert(eventDates).values({ id, serviceId, placeId: id, ...times });
}

type Item = Parameters<Installation['checkOut']>[0]['items'][number];
export const item = (serviceId: string, start: string, end: string, more: Partial<Item> = {}): Item => ({
  serviceId,
  start: start as WallTime,
  end: end as WallTime,
  count: 1,
  extras: {},
  ...more,
});

/** What the page would send for these items: with the sums that it computes itself. */
export async function cartOf(app: Installation, items: readonly Item[], client = 'Ines Valadar') {
  const page = await app.bookPage();
  let total = 0;
  let dueNow = 0;
  for (const each of items) {
    const service = page.services.find(({ id }) => id === each.serviceId)!;
    const priced = price(askedPrice(service, service.rules.counts, each, { timeZone: zone, rates: page.rates }));
    const agreed = wallOfInstant(app.world.clock.now(), zone);
    const { currency, terms } = service;
    const planned = planOf({
      currency,
      timeZone: zone,
      agreed,
      start: each.start,
      end: each.end,
      total: priced.total,
      terms,
    });
    total += priced.total;
    dueNow += planned.ok ? planned.value.dueNow : 0;
  }
  const email = `${client.split(' ')[0]!.toLowerCase()}@example.com`;
  return {
    requestKey: randomUUID(),
    clientName: client,
    clientEmail: email,
    note: '',
    items: [...items],
    agreedName: null,
    filled: {},
    seen: { total: total as Minor, dueNow: dueNow as Minor, at: app.world.clock.now() },
  };
}

export async function bookOnPage(app: Installation, items: readonly Item[], client?: string) {
  const made = await app.checkOut(await cartOf(app, items, client));
  if (!made.ok) throw new Error(made.refusal.code);
  const { key } = made.value;
  const view = async () => (await app.checkoutView(key))!;
  return {
    key,
    view,
    pay: async (card: Parameters<Installation['token']>[0] = 'approves', more = {}) =>
      app.payCheckout({
        key,
        attempt: randomUUID(),
        card: await app.token(card),
        everything: false,
        tip: minor(0),
        seen: (await view()).dueNow,
        ...more,
      }),
  };
}
