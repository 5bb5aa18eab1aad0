import { raisedPrice } from '#core/catalogue/raisedPrice';
import type { ChangeServices, SaveService, SaveTaxes } from '#contracts/catalogue/services';
import { ok, refuse, type Result } from '#core/result';
import type { Tx } from '#server/database/database';
import { ownerAnew } from '#server/database/ownerRow';
import { bookings } from '#server/database/schema/bookings';
import { business, services, taxes, terms } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { asc, eq, inArray } from 'drizzle-orm';

type Refused =
  | { readonly code: 'service_not_found' }
  | { readonly code: 'terms_not_found'; readonly path: 'termsId' }
  | { readonly code: 'tax_not_found'; readonly path: 'taxCodes' }
  | { readonly code: 'currency_in_use'; readonly path: 'currency' };

async function refusedReferences(
  tx: Tx,
  about: { termsId?: string | undefined; taxCodes?: readonly string[] | undefined },
) {
  if (about.termsId !== undefined) {
    const [found] = await tx.select({ id: terms.id }).from(terms).where(eq(terms.id, about.termsId));
    if (!found) return refuse({ code: 'terms_not_found', path: 'termsId' });
  }
  const known = new Set((await tx.select({ code: taxes.code }).from(taxes)).map(({ code }) => code));
  return (about.taxCodes ?? []).every((code) => known.has(code))
    ? null
    : refuse({ code: 'tax_not_found', path: 'taxCodes' });
}

/** Makes or changes a service. What is booked already keeps its price and terms. A repeat with the same key makes one. */
export const saveService =
  ({ db }: Deps) =>
  ({ id, requestKey, ...about }: SaveService): Promise<Result<{ id: string }, Refused>> =>
    db.transaction(async (tx) => {
      const refused = await refusedReferences(tx, about);
      if (refused) return refused;
      if (id === null) {
        await tx
          .insert(services)
          .values({ id: requestKey, ...about })
          .onConflictDoNothing();
        return ok({ id: requestKey });
      }
      const [before] = await tx.select().from(services).where(eq(services.id, id)).for('update');
      if (!before) return refuse({ code: 'service_not_found' });
      if (before.currency !== about.currency) {
        const used = await tx.select({ id: bookings.id }).from(bookings).where(eq(bookings.serviceId, id)).limit(1);
        if (used.length > 0) return refuse({ code: 'currency_in_use', path: 'currency' });
      }
      await tx.update(services).set(about).where(eq(services.id, id));
      return ok({ id });
    });

/** One change over many services, all or none. */
export const changeServices =
  ({ db }: Deps) =>
  ({
    ids,
    raise,
    ...change
  }: ChangeServices): Promise<Result<{ changed: number }, Exclude<Refused, { readonly code: 'currency_in_use' }>>> =>
    db.transaction(async (tx) => {
      const refused = await refusedReferences(tx, change);
      if (refused) return refused;
      const rows = await tx
        .select()
        .from(services)
        .where(inArray(services.id, ids))
        .orderBy(asc(services.id))
        .for('update');
      if (rows.length !== new Set(ids).size) return refuse({ code: 'service_not_found' });
      for (const { id, unitPrice } of rows) {
        const price = raise ? { unitPrice: raisedPrice(unitPrice, raise) } : {};
        await tx
          .update(services)
          .set({ ...change, ...price })
          .where(eq(services.id, id));
      }
      return ok({ changed: rows.length });
    });

/** The taxes as a whole, in their order. One that a service carries stays. */
export const saveTaxes =
  ({ db }: Deps) =>
  ({
    taxes: wanted,
  }: SaveTaxes): Promise<Result<{ saved: number }, { readonly code: 'tax_in_use'; readonly tax: string }>> =>
    db.transaction(async (tx) => {
      // One list after the other: two at once would each write theirs.
      await tx.select({ id: business.id }).from(business).for('update');
      const carried = await tx.select({ codes: services.taxCodes }).from(services);
      const codes = new Set(wanted.map(({ code }) => code));
      const missing = carried.flatMap((service) => service.codes).find((code) => !codes.has(code));
      if (missing !== undefined) return refuse({ code: 'tax_in_use', tax: missing });
      await tx.delete(taxes);
      if (wanted.length > 0) await tx.insert(taxes).values(wanted.map((tax, position) => ({ ...tax, position })));
      ownerAnew();
      return ok({ saved: wanted.length });
    });
