import type { BillData } from '#core/invoices/party';
import type { Confirmation } from '#core/places/rules';
import type { Fact, FactOf } from '#core/bookings/facts';
import { planOf } from '#core/bookings/keptPlan';
import type { Instant } from '#core/calendar/instant';
import type { WallTime } from '#core/calendar/wallTime';
import { wallOfInstant } from '#core/calendar/zoned';
import { sum } from '#core/money/minor';
import type { PlanRefusal } from '#core/plan/plan';
import { price, type Price, type PriceInput } from '#core/price/price';
import { ok, refuse, type Result } from '#core/result';
import type { Terms } from '#core/terms/terms';
import { recordFacts } from '#server/bookings/record';
import type { Tx } from '#server/database/database';
import { prepared } from '#server/database/prepared';
import { bookings } from '#server/database/schema/bookings';
import { PlaceTaken, type PlaceRefusal, takePlaces, withPlaces } from '#server/bookings/takePlaces';
import { type AboveAccountLimit, refusedOnAccount } from '#server/bookings/houseAccount';
import { business, services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { and, eq, sql } from 'drizzle-orm';

export type NewBooking = {
  readonly id: string;
  readonly requestKey: string;
  readonly clientName: string;
  readonly clientEmail: string;
  /** As E.164; empty where none was given, which leaves the one that is known. */
  readonly clientPhone?: string;
  readonly clientId: string;
  readonly serviceId: string;
  readonly title: string;
  readonly currency: string;
  readonly start: WallTime;
  readonly end: WallTime;
  readonly price: PriceInput;
  readonly termsId: string;
  readonly termsVersion: number;
  readonly terms: Terms;
  /** How many units or seats it takes; 1 where nothing else is said. */
  readonly count?: number;
  /** For whom its documents are, where that was said. */
  readonly bill?: BillData | null;
  /** Paid on the client's house account, which may have a limit. */
  readonly onAccount?: boolean;
  /** Until when its place is kept, and for what: a booking that its client made. */
  readonly kept?: { readonly until: Instant; readonly for: Confirmation };
};
export type InsertRefusal =
  AboveAccountLimit | PlanRefusal | PlaceRefusal | { readonly code: 'nothing_to_pay'; readonly path: 'lines' };

const { placeholder } = sql;
const knownClient = prepared((db) =>
  db
    .select()
    .from(clients)
    .where(and(eq(clients.email, placeholder('email')), eq(clients.name, placeholder('name')))),
);
const rulesOf = prepared((db) =>
  db
    .select({ rules: services.booking })
    .from(services)
    .where(eq(services.id, placeholder('id'))),
);

/** The client of that name and address, made where there is none yet. */
async function clientFor(tx: Tx, { clientName, clientEmail, clientPhone = '', clientId }: NewBooking) {
  const email = clientEmail.toLowerCase();
  const [known] = await knownClient(tx, { email, name: clientName });
  const phone = clientPhone === '' ? {} : { phone: clientPhone };
  if (known) {
    if (clientPhone !== '') await tx.update(clients).set(phone).where(eq(clients.id, known.id));
    return { ...known, ...phone };
  }
  const [made] = await tx
    .insert(clients)
    .values({ id: clientId, name: clientName, email, ...phone })
    .returning();
  return made!;
}

/**
 * Writes a booking as it is agreed now, with its number and everything that follows. The row of the business is locked
 * by the caller: requests for a new number wait for it.
 */
export async function insertBooking(
  tx: Tx,
  owner: typeof business.$inferSelect,
  asked: NewBooking,
  agreedBy: Omit<FactOf<'agreed'>, 'kind' | 'at'>,
  now: Instant,
): Promise<Result<{ id: string; number: string }, InsertRefusal>> {
  const priced = price(asked.price);
  if (priced.total === 0) return refuse({ code: 'nothing_to_pay', path: 'lines' });
  const { timeZone } = owner;
  const { currency, start, end, terms } = asked;
  const agreed = wallOfInstant(now, timeZone);
  const planned = planOf({ currency, timeZone, agreed, start, end, total: priced.total, terms });
  if (!planned.ok) return planned;

  // A savepoint: where the place is gone, nothing of the booking stays, and its number is free again.
  return withPlaces(() => tx.transaction((part) => write(part, owner, asked, { agreed, priced }, agreedBy, now)));
}

/** The row of a booking, agreed at that time of the business's clocks, as the so-manieth of all. */
export const bookingRow = (
  asked: Omit<NewBooking, 'clientName' | 'clientEmail'>,
  {
    clientId,
    timeZone,
    agreed,
    priced,
    place,
  }: {
    readonly clientId: string;
    readonly timeZone: string;
    readonly agreed: WallTime;
    readonly priced: Price;
    readonly place: number;
  },
) => {
  const { id, title, serviceId, currency, start, end, termsId, termsVersion, terms, requestKey } = asked;
  return {
    id,
    number: `B-${String(place).padStart(4, '0')}`,
    clientId,
    serviceId,
    title,
    currency,
    timeZone,
    agreed,
    startsAt: start,
    endsAt: end,
    price: asked.price,
    bill: asked.bill ?? null,
    total: priced.total,
    tax: sum(priced.taxes.map((tax) => tax.amount)),
    termsId,
    termsVersion,
    terms,
    requestKey,
    count: asked.count ?? 1,
    onAccount: asked.onAccount ?? false,
  } satisfies typeof bookings.$inferInsert;
};

async function write(
  tx: Tx,
  owner: typeof business.$inferSelect,
  asked: NewBooking,
  { agreed, priced }: { readonly agreed: WallTime; readonly priced: Price },
  agreedBy: Omit<FactOf<'agreed'>, 'kind' | 'at'>,
  now: Instant,
) {
  const { timeZone } = owner;
  const { currency, start, end, serviceId } = asked;
  const [[service], client] = await Promise.all([rulesOf(tx, { id: serviceId }), clientFor(tx, asked)]);
  const onAccount = asked.onAccount ?? false;
  if (onAccount) {
    const refused = await refusedOnAccount(tx, { clientId: client.id, currency, amount: priced.total });
    if (refused) return refused;
  }
  const lastNumber = owner.lastNumber + 1;
  const row = bookingRow(asked, { clientId: client.id, timeZone, agreed, priced, place: lastNumber });
  const [[booking]] = await Promise.all([
    tx.insert(bookings).values(row).returning(),
    tx.update(business).set({ lastNumber }),
  ]);
  const taken = await takePlaces(tx, {
    bookingId: booking!.id,
    serviceId,
    rules: service?.rules ?? null,
    start,
    end,
    count: booking!.count,
    timeZone,
    withinHours: asked.kept !== undefined,
  });
  if (!taken.ok) throw new PlaceTaken();
  const kept: Fact[] = asked.kept ? [{ kind: 'placeKept', at: now, ...asked.kept }] : [];
  const facts: Fact[] = [{ kind: 'agreed', at: now, ...agreedBy }, ...kept];
  await recordFacts(tx, { booking: booking!, client, facts: [], agenda: [] }, facts, now);
  return ok({ id: booking!.id, number: booking!.number });
}
