import type { CreateBooking } from '#contracts/owner';
import { planOf } from '#core/booking/keptPlan';
import { wallOfInstant } from '#core/calendar/zoned';
import { sum } from '#core/money/minor';
import type { PlanRefusal } from '#core/plan/plan';
import { price, type PriceInput } from '#core/price/price';
import { ok, refuse, type Result } from '#core/result';
import { recordFacts } from '#server/booking/record';
import type { Tx } from '#server/database/open';
import { bookings } from '#server/database/schema/bookings';
import { business, services, taxes, termsVersions } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import type { Deps } from '#server/deps';
import { runDue } from '#server/agenda/runDue';
import { and, asc, desc, eq } from 'drizzle-orm';

export type CreateBookingRefusal =
  | PlanRefusal
  | { readonly code: 'service_not_found' }
  | { readonly code: 'terms_not_found' }
  | { readonly code: 'tax_not_found' | 'nothing_to_pay'; readonly path: 'lines' }
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

      const { timeZone } = owner!;
      const now = clock.now();
      const daysAway = Math.abs(Date.parse(`${request.start}Z`) - Date.parse(now)) / 86_400_000;
      if (daysAway > reachDays) return refuse({ code: 'date_out_of_reach', path: 'start' });
      const made = await pricedAs(tx, request, service);
      if ('unknown' in made) return refuse({ code: 'tax_not_found', path: 'lines' });
      const priceInput = made.input;
      const priced = price(priceInput);
      if (priced.total === 0) return refuse({ code: 'nothing_to_pay', path: 'lines' });
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

/**
 * The lines as they were sent, with the taxes that they carry at today's rates; or the code of the first that there is
 * no tax for.
 */
async function pricedAs(
  tx: Tx,
  { lines, discount }: Pick<CreateBooking, 'lines' | 'discount'>,
  { currency, taxMode }: typeof services.$inferSelect,
): Promise<{ input: PriceInput } | { unknown: string }> {
  const known = await tx.select().from(taxes).orderBy(asc(taxes.position), asc(taxes.code));
  const rates = Object.fromEntries(known.map(({ code, rate }) => [code, { rate }]));
  const unknown = lines.flatMap((line) => line.taxes ?? []).find((code) => !Object.hasOwn(rates, code));
  if (unknown !== undefined) return { unknown };
  return { input: { currency, taxMode, taxes: rates, lines, ...(discount ? { discount } : {}) } };
}
