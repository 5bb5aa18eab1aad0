import type { ApplyTerms, GiveTerms, PublishTerms } from '#contracts/catalogue/terms';
import type { Terms } from '#core/terms/terms';
import { termsFaults } from '#core/terms/warnings';
import type { Minor } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { sameValue } from '#core/sameValue';
import { pricedDeal } from '#core/bookings/change';
import type { Deal } from '#core/bookings/deal';
import { dealOf } from '#server/bookings/dealOf';
import type { BookingRow } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import { services, terms, termsVersions } from '#server/database/schema/business';
import type { RefundLimit } from '#core/payments/refundLimit';
import type { Deps } from '#server/deps';
import { type ChangeBookingRefusal, changeDeals } from '#server/usecases/bookings/changeDeal';
import { and, desc, eq, inArray, ne } from 'drizzle-orm';

type NotThere = { readonly code: 'terms_not_found' };
type Unusable = { readonly code: 'terms_cannot_be_used'; readonly fault: string; readonly limit?: Minor };
export type TermsRefusal =
  | NotThere
  | Unusable
  | { readonly code: 'terms_name_taken'; readonly path: 'name' }
  | { readonly code: 'terms_unchanged' }
  /** Somebody published since; theirs comes with it, so that both can be read. */
  | { readonly code: 'terms_changed'; readonly version: number; readonly name: string; readonly rules: Terms };

const newest = async (tx: Tx, termsId: string) => {
  const [row] = await tx
    .select()
    .from(termsVersions)
    .where(eq(termsVersions.termsId, termsId))
    .orderBy(desc(termsVersions.version))
    .limit(1);
  return row ?? null;
};

const unusable = (rules: Terms) => {
  const [fault] = termsFaults(rules);
  if (!fault) return null;
  return refuse({
    code: 'terms_cannot_be_used',
    fault: fault.code,
    ...(fault.code === 'terms_do_not_add_up' ? { limit: fault.price } : {}),
  });
};

/** Publishes rules as the next version; earlier versions stay as they are, with the bookings that keep them. */
export const publishTerms =
  ({ db, clock, newId }: Deps) =>
  ({
    termsId,
    name,
    baseVersion,
    rules,
  }: PublishTerms): Promise<Result<{ termsId: string; version: number }, TermsRefusal>> =>
    db.transaction(async (tx) => {
      const faulty = unusable(rules);
      if (faulty) return faulty;
      // New terms stand on no version.
      if (termsId === null && baseVersion !== 0) return refuse({ code: 'terms_not_found' });
      const id = termsId ?? newId();
      const named = await tx
        .select({ id: terms.id })
        .from(terms)
        .where(and(eq(terms.name, name), ne(terms.id, id)));
      if (named.length > 0) return refuse({ code: 'terms_name_taken', path: 'name' });
      if (termsId === null) await tx.insert(terms).values({ id, name });
      const [held] = await tx.select().from(terms).where(eq(terms.id, id)).for('update');
      if (!held) return refuse({ code: 'terms_not_found' });
      const last = await newest(tx, id);
      const version = last?.version ?? 0;
      if (version !== baseVersion) {
        if (!last) return refuse({ code: 'terms_not_found' });
        if (sameValue(last.rules, rules) && held.name === name) return ok({ termsId: id, version });
        return refuse({ code: 'terms_changed', version, name: held.name, rules: last.rules });
      }
      if (last && sameValue(last.rules, rules)) {
        if (held.name === name) return refuse({ code: 'terms_unchanged' });
        await tx.update(terms).set({ name }).where(eq(terms.id, id));
        return ok({ termsId: id, version });
      }
      await tx.update(terms).set({ name }).where(eq(terms.id, id));
      await tx.insert(termsVersions).values({ termsId: id, version: version + 1, rules, madeAt: clock.now() });
      return ok({ termsId: id, version: version + 1 });
    });

/** Many services take their next bookings on these terms. */
export const giveTerms =
  ({ db }: Deps) =>
  ({ termsId, serviceIds }: GiveTerms): Promise<Result<{ given: number }, NotThere | Unusable>> =>
    db.transaction(async (tx) => {
      const last = await newest(tx, termsId);
      if (!last) return refuse({ code: 'terms_not_found' });
      const faulty = unusable(last.rules);
      if (faulty) return faulty;
      if (serviceIds.length === 0) return ok({ given: 0 });
      const given = await tx
        .update(services)
        .set({ termsId })
        .where(inArray(services.id, serviceIds))
        .returning({ id: services.id });
      return ok({ given: given.length });
    });

export type Applied = {
  readonly applied: readonly { readonly id: string; readonly told: boolean }[];
  readonly refused: readonly { readonly id: string; readonly code: ChangeBookingRefusal['code'] }[];
};

/**
 * Puts chosen bookings on a version of their terms, each by itself: one that cannot does not stop the others. A repeat
 * changes nothing more.
 */
export const applyTerms =
  (deps: Deps) =>
  async ({ termsId, version, bookings }: ApplyTerms, limit: RefundLimit = null): Promise<Result<Applied, NotThere>> => {
    const [row] = await deps.db
      .select()
      .from(termsVersions)
      .where(and(eq(termsVersions.termsId, termsId), eq(termsVersions.version, version)));
    if (!row) return refuse({ code: 'terms_not_found' });
    const applied: { id: string; told: boolean }[] = [];
    const refused: { id: string; code: ChangeBookingRefusal['code'] }[] = [];
    const change = {
      key: `terms:${termsId}:${version}`,
      reason: 'terms',
      giveBack: true,
      limit,
      deal: (booking: BookingRow): Deal =>
        booking.termsId === termsId
          ? pricedDeal({ ...dealOf(booking), terms: row.rules, termsVersion: version })
          : dealOf(booking),
    } as const;
    const results = await changeDeals(
      deps,
      bookings.map(({ id, seen }) => ({ ...change, bookingId: id, seen })),
    );
    for (const [index, result] of results.entries()) {
      const { id } = bookings[index]!;
      if (result.ok) applied.push({ id, told: result.value.told });
      else refused.push({ id, code: result.refusal.code });
    }
    return ok({ applied, refused });
  };
