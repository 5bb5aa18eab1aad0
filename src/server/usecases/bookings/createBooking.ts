import { waivedTerms } from '#core/catalogue/waiver';
import type { CreateBooking } from '#contracts/bookings/owner';
import { price, type PriceInput } from '#core/price/price';
import { settledTerms } from '#core/quotes/settledTerms';
import { ok, refuse, type Result } from '#core/result';
import { insertBooking, type InsertRefusal } from '#server/bookings/insertBooking';
import type { Tx } from '#server/database/database';
import { allTaxes, lockOwner, type TaxRow } from '#server/database/ownerRow';
import { prepared } from '#server/database/prepared';
import { bookings } from '#server/database/schema/bookings';
import { services, termsVersions } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { jobsWritten } from '#server/jobs/plan/planJobs';
import { runPlanned } from '#server/jobs/run/runDue';
import { desc, eq, sql } from 'drizzle-orm';

export type CreateBookingRefusal =
  | InsertRefusal
  | { readonly code: 'service_not_found' }
  | { readonly code: 'terms_not_found' }
  | { readonly code: 'tax_not_found'; readonly path: 'lines' }
  | { readonly code: 'date_out_of_reach'; readonly path: 'start' };

/** Bookings are made up to this far ahead, and entered afterwards up to as far back; more is a slip of the hand. */
const reachDays = 366 * 5;

const { placeholder } = sql;
const byRequestKey = prepared((db) =>
  db
    .select({ id: bookings.id, number: bookings.number })
    .from(bookings)
    .where(eq(bookings.requestKey, placeholder('key'))),
);
const serviceOf = prepared((db) =>
  db
    .select()
    .from(services)
    .where(eq(services.id, placeholder('id'))),
);
const newestTerms = prepared((db) =>
  db
    .select()
    .from(termsVersions)
    .where(eq(termsVersions.termsId, placeholder('id')))
    .orderBy(desc(termsVersions.version))
    .limit(1),
);

/**
 * Books for a client on the newest version of the terms. A repeat with the same request key gives the booking that
 * the first one made.
 */
export const createBooking =
  (deps: Deps) =>
  async (request: CreateBooking): Promise<Result<{ id: string; number: string }, CreateBookingRefusal>> => {
    const { db, clock, newId } = deps;
    const since = jobsWritten();
    const result = await db.transaction(async (tx) => {
      // The row of the business is what requests for a new number wait for: the others are read once that is had.
      const [owner, [before], [service], [version]] = await Promise.all([
        lockOwner(tx),
        byRequestKey(tx, { key: request.requestKey }),
        serviceOf(tx, { id: request.serviceId }),
        newestTerms(tx, { id: request.termsId }),
      ]);
      if (before) return ok(before);
      if (!service) return refuse({ code: 'service_not_found' });
      if (!version) return refuse({ code: 'terms_not_found' });

      const now = clock.now();
      const daysAway = Math.abs(Date.parse(`${request.start}Z`) - Date.parse(now)) / 86_400_000;
      if (daysAway > reachDays) return refuse({ code: 'date_out_of_reach', path: 'start' });
      const made = await pricedAs(tx, request, service);
      if ('unknown' in made) return refuse({ code: 'tax_not_found', path: 'lines' });
      const { requestKey, clientName, clientEmail, title, start, end, settling, count } = request;
      const total = price(made.input).total;
      const rules = waivedTerms(version.rules, service.extras, { lines: made.input.lines, total });
      const settled = { settling: settling ?? ('online' as const), accountDays: request.accountDays ?? 30 };
      return insertBooking(
        tx,
        owner,
        {
          requestKey,
          clientName,
          clientEmail,
          title,
          start,
          end,
          id: newId(),
          clientId: newId(),
          serviceId: service.id,
          currency: service.currency,
          price: made.input,
          termsId: version.termsId,
          termsVersion: version.version,
          terms: settledTerms(rules, settled),
          onAccount: settling === 'account',
          ...(count === undefined ? {} : { count }),
        },
        { by: 'owner' },
        now,
      );
    });
    if (result.ok) await runPlanned(deps, result.value.id, since);
    return result;
  };

type Priced = { readonly input: PriceInput } | { readonly unknown: string };

async function pricedAs(
  tx: Tx,
  lines: Pick<CreateBooking, 'lines' | 'discount'>,
  service: typeof services.$inferSelect,
): Promise<Priced> {
  return pricedBy(await allTaxes(tx), lines, service);
}

/**
 * The lines as they were sent, with the taxes that they carry at today's rates; or the code of the first that there is
 * no tax for.
 * @param known the taxes of the business in their order
 */
export function pricedBy(
  known: readonly Pick<TaxRow, 'code' | 'rate'>[],
  { lines, discount }: Pick<CreateBooking, 'lines' | 'discount'>,
  { currency, taxMode }: Pick<typeof services.$inferSelect, 'currency' | 'taxMode'>,
): Priced {
  const rates = Object.fromEntries(known.map(({ code, rate }) => [code, { rate }]));
  const unknown = lines.flatMap((line) => line.taxes ?? []).find((code) => !Object.hasOwn(rates, code));
  if (unknown !== undefined) return { unknown };
  return { input: { currency, taxMode, taxes: rates, lines, ...(discount ? { discount } : {}) } };
}
