import type { CreateBooking } from '#contracts/owner';
import { planOf } from '#core/booking/standing';
import { wallOfInstant } from '#core/calendar/zoned';
import type { Decimal } from '#core/money/decimal';
import { minor, sum } from '#core/money/minor';
import type { PlanRefusal } from '#core/plan/plan';
import { price, type PriceInput } from '#core/price/price';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/booking/record';
import type { Tx } from '#server/database/open';
import { bookings } from '#server/database/schema/bookings';
import { business, services, termsVersions } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { runDue } from '#server/agenda/runDue';
import { and, desc, eq } from 'drizzle-orm';

export type CreateBookingRefusal =
  | PlanRefusal
  | { readonly code: 'service_not_found' }
  | { readonly code: 'terms_not_found' }
  | { readonly code: 'date_out_of_reach'; readonly path: 'start' };

/** Bookings are made up to this far ahead, and entered afterwards up to as far back; more is a slip of the hand. */
const reachDays = 366 * 5;

async function clientFor(tx: Tx, { clientName, clientEmail }: CreateBooking, id: string) {
  const email = clientEmail.toLowerCase();
  const [known] = await tx
    .select()
    .from(clients)
    .where(and(eq(clients.email, email), eq(clients.name, clientName)));
  if (known) return known;
  const [made] = await tx.insert(clients).values({ id, name: clientName, email }).returning();
  return made!;
}

/**
 * Books for a client on the newest version of the terms. A repeat with the same request key gives the booking that
 * the first one made.
 */
export const createBooking =
  (deps: Deps) =>
  async (request: CreateBooking): Promise<Result<{ id: string; number: string }, CreateBookingRefusal>> => {
    const { db, clock, newId } = deps;
    const result = await db.transaction(async (tx) => {
      // The row of the business is what requests for a new number wait for.
      const [owner] = await tx.select().from(business).for('update');
      const [before] = await tx.select().from(bookings).where(eq(bookings.requestKey, request.requestKey));
      if (before) return ok({ id: before.id, number: before.number });
      const [service] = await tx.select().from(services).where(eq(services.id, request.serviceId));
      if (!service) return refuse({ code: 'service_not_found' });
      const [version] = await tx
        .select()
        .from(termsVersions)
        .where(eq(termsVersions.termsId, request.termsId))
        .orderBy(desc(termsVersions.version))
        .limit(1);
      if (!version) return refuse({ code: 'terms_not_found' });

      const { timeZone, taxRate } = owner!;
      const now = clock.now();
      const daysAway = Math.abs(Date.parse(`${request.start}Z`) - Date.parse(now)) / 86_400_000;
      if (daysAway > reachDays) return refuse({ code: 'date_out_of_reach', path: 'start' });
      const priceInput = pricedAs(request, service.currency, taxRate);
      const priced = price(priceInput);
      const agreed = wallOfInstant(now, timeZone);
      const basis = {
        currency: service.currency,
        timeZone,
        agreed,
        start: request.start,
        end: request.end,
        total: priced.total,
        terms: version.rules,
      };
      const planned = planOf(basis);
      if (!planned.ok) return planned;

      const client = await clientFor(tx, request, newId());
      const lastNumber = owner!.lastNumber + 1;
      await tx.update(business).set({ lastNumber });
      const [booking] = await tx
        .insert(bookings)
        .values({
          id: newId(),
          number: `B-${String(lastNumber).padStart(4, '0')}`,
          clientId: client.id,
          serviceId: service.id,
          title: request.title,
          currency: service.currency,
          timeZone,
          agreed,
          startsAt: request.start,
          endsAt: request.end,
          price: priceInput,
          total: priced.total,
          tax: sum(priced.taxes.map((tax) => tax.amount)),
          termsId: version.termsId,
          termsVersion: version.version,
          terms: version.rules,
          requestKey: request.requestKey,
        })
        .returning();
      await recordFacts(tx, { booking: booking!, client, facts: [] }, [{ kind: 'agreed', at: now, by: 'owner' }], now);
      return ok({ id: booking!.id, number: booking!.number });
    });
    if (result.ok) await runDue(deps);
    return result;
  };

/** One line with the tax inside: what an owner types for a booking is what the client pays. */
const pricedAs = (request: CreateBooking, currency: string, rate: Decimal): PriceInput => ({
  currency,
  taxMode: 'inclusive',
  taxes: { VAT: { rate } },
  lines: [
    { id: 'service', label: request.title, quantity: '1' as Decimal, unitPrice: minor(request.total), taxes: ['VAT'] },
  ],
});
