import { countSome } from '#server/database/countSome';
import type { BeginView } from '#contracts/settings/begin';
import { type BeginStep, openSteps, stepStates, type There } from '#core/settings/steps';
import type { Database } from '#server/database/database';
import { bookings, summaries } from '#server/database/schema/bookings';
import { business, services } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { isOpenToClients } from '#server/catalogue/openServices';
import { businessFace } from '#server/queries/settings/businessFace';
import { servicesView } from '#server/queries/catalogue/services';
import { termsList } from '#server/queries/catalogue/terms';
import { paymentMethodsView } from '#server/queries/paymentMethods/paymentMethods';
import { liveWasUsed } from '#server/paymentMethods/liveWasUsed';
import { payAccounts } from '#server/database/schema/ways';
import { asc, desc, eq, inArray, isNull } from 'drizzle-orm';

const secured = ['secured', 'inService', 'toCloseOut', 'closed'] as const;

/** What of the first hour is there, however it was made. */
async function thereIs(db: Database): Promise<There & { readonly serviceId: string | null }> {
  const offered = await db.select().from(services).where(eq(services.retired, false)).orderBy(asc(services.name));
  const open = offered.find((service) => isOpenToClients(service));
  const connected = await db.$count(payAccounts, isNull(payAccounts.disconnectedAt));
  const [owner] = await db.select({ ways: business.ways, to: business.transferTo }).from(business);
  const byHand = ['cash', 'transfer'].some((way) => !owner!.ways.hidden.some((hidden) => hidden === way));
  const booked = await countSome(db, summaries, inArray(summaries.stage, [...secured]));
  return {
    service: open !== undefined,
    serviceId: open?.id ?? null,
    wayToPay: connected > 0 || byHand,
    secured: booked > 0,
  };
}

/** The steps that Today still lists. */
export async function stepsOnToday(db: Database): Promise<readonly BeginStep[]> {
  const [owner] = await db.select({ begun: business.begun }).from(business);
  return owner!.begun.over ? [] : openSteps(owner!.begun, await thereIs(db));
}

/** The first hour: how far it is, and what its steps are about. */
export async function beginView(deps: Deps, standInsOpen: boolean): Promise<BeginView> {
  const { db, clock } = deps;
  const [owner] = await db.select({ begun: business.begun }).from(business);
  const there = await thereIs(db);
  const [newest] = await db
    .select({ number: bookings.number, stage: summaries.stage })
    .from(bookings)
    .innerJoin(summaries, eq(summaries.bookingId, bookings.id))
    .orderBy(desc(bookings.number))
    .limit(1);
  return {
    steps: stepStates(owner!.begun, there),
    over: owner!.begun.over,
    serviceId: there.serviceId,
    services: await servicesView(db, clock.now()),
    terms: (await termsList(db)).terms.map(({ id, name, rules }) => ({ id, name, rules })),
    ways: await paymentMethodsView(deps, standInsOpen),
    face: await businessFace(db),
    tried: newest ?? null,
    canClean: newest !== undefined && !(await liveWasUsed(db)),
  };
}
