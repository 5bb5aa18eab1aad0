import type { BeginOffer, SaveBegun } from '#contracts/settings/begin';
import { firstOffer } from '#core/settings/firstOffer';
import { ok, refuse, type Result } from '#core/result';
import { changeOwner, lockOwner } from '#server/database/ownerRow';
import { business, services, taxes, terms } from '#server/database/schema/business';
import { eventDates, places } from '#server/database/schema/places';
import type { Deps } from '#server/deps';
import { connect, finishConnecting } from '#server/usecases/paymentMethods/connect';
import { asc, eq } from 'drizzle-orm';

/** Service, place and hours at once, from the few words of the first step. A repeat with the same key makes one. */
export const beginOffer =
  ({ db }: Deps) =>
  ({
    requestKey: id,
    hours,
    ...offer
  }: BeginOffer): Promise<Result<{ id: string }, { readonly code: 'terms_not_found' }>> =>
    db.transaction(async (tx) => {
      const owner = await lockOwner(tx);
      const made = firstOffer({ ...offer, week: hours.week }, owner.name);
      const [fitting] = await tx.select({ id: terms.id }).from(terms).where(eq(terms.id, made.termsId));
      const [other] = fitting
        ? [fitting]
        : await tx.select({ id: terms.id }).from(terms).orderBy(asc(terms.id)).limit(1);
      if (!other) return refuse({ code: 'terms_not_found' });
      const placeId = `${id}-1`;
      const needs = made.place ? [{ anyOf: [placeId] }] : [];
      const charged = (await tx.select({ code: taxes.code }).from(taxes)).map(({ code }) => code).slice(0, 1);
      const added = await tx
        .insert(services)
        .values({
          id,
          name: offer.name,
          kind: offer.kind,
          currency: owner.currency,
          termsId: other.id,
          basis: made.basis,
          unitPrice: offer.unitPrice,
          taxCodes: charged,
          booking: { ...made.booking, needs },
        })
        .onConflictDoNothing()
        .returning({ id: services.id });
      if (added.length === 0) return ok({ id });
      if (made.place) await tx.insert(places).values({ id: placeId, ...made.place });
      if (made.date) {
        const { start, end, seats } = made.date;
        const name = `${offer.name}, ${start.replace('T', ' ')}`;
        await tx.insert(places).values({ id: placeId, name, kind: 'seats', units: seats });
        await tx.insert(eventDates).values({ id: placeId, serviceId: id, placeId, startsAt: start, endsAt: end });
      }
      await changeOwner(tx, { hours });
      return ok({ id });
    });

/** What the owner says of the steps. */
export const saveBegun =
  ({ db }: Deps) =>
  (said: SaveBegun): Promise<Result<null, never>> =>
    db.transaction(async (tx) => {
      const [owner] = await tx.select({ begun: business.begun }).from(business).for('update');
      const { begun } = owner!;
      if ('over' in said) await changeOwner(tx, { begun: { ...begun, over: said.over } });
      else {
        const { step, as } = said;
        const without = (list: typeof begun.done) => list.filter((each) => each !== step);
        const done = as === 'done' ? [...without(begun.done), step] : begun.done;
        const left = as === 'left' ? [...without(begun.left), step] : without(begun.left);
        await changeOwner(tx, { begun: { ...begun, done, left } });
      }
      return ok(null);
    });

/** An account in test mode at the first processor that gives one at once, in the business's currency. */
export const testAccount =
  (deps: Deps) => async (): Promise<Result<{ accountId: string }, { readonly code: 'no_test_account' }>> => {
    const [owner] = await deps.db.select({ currency: business.currency }).from(business);
    const { currency } = owner!;
    for (const [provider, adapter] of Object.entries(deps.adapters)) {
      if (!adapter.testCode || adapter.abilities.way !== 'card' || !adapter.currencies.includes(currency)) continue;
      const begun = await connect(deps)({ provider, mode: 'test', currency });
      if (!begun.ok) continue;
      const state = new URL(begun.value.url).searchParams.get('state') ?? '';
      const made = await finishConnecting(deps)({ state, code: await adapter.testCode(currency) });
      if (made.ok) return made;
    }
    return refuse({ code: 'no_test_account' });
  };
