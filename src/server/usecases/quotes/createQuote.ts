import type { NewQuote } from '#contracts/quotes/quotes';
import { emptyDraft, type QuoteDraft } from '#core/quotes/draft';
import { draftOfBooking } from '#core/quotes/draftOf';
import { ok, refuse, type Result } from '#core/result';
import type { Tx } from '#server/database/database';
import { changeOwner, lockOwner } from '#server/database/ownerRow';
import { bookings } from '#server/database/schema/bookings';
import { services } from '#server/database/schema/business';
import { clients } from '#server/database/schema/clients';
import { quotes, quoteTemplates } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { eq } from 'drizzle-orm';

export type NewQuoteRefusal = {
  readonly code: 'template_not_found' | 'booking_not_found' | 'quote_not_found' | 'client_not_found';
};

async function beginning(tx: Tx, from: NewQuote['from']): Promise<Result<QuoteDraft, NewQuoteRefusal>> {
  if (!from) return ok(emptyDraft);
  if ('template' in from) {
    const [row] = await tx.select().from(quoteTemplates).where(eq(quoteTemplates.id, from.template));
    return row ? ok(row.draft) : refuse({ code: 'template_not_found' });
  }
  if ('quote' in from) {
    const [row] = await tx.select().from(quotes).where(eq(quotes.id, from.quote));
    return row ? ok(row.draft) : refuse({ code: 'quote_not_found' });
  }
  if ('client' in from) {
    const [row] = await tx.select().from(clients).where(eq(clients.id, from.client));
    if (!row) return refuse({ code: 'client_not_found' });
    return ok({ ...emptyDraft, clientName: row.name, clientEmail: row.email });
  }
  const [row] = await tx
    .select({ booking: bookings, client: clients, included: services.included })
    .from(bookings)
    .innerJoin(clients, eq(clients.id, bookings.clientId))
    .innerJoin(services, eq(services.id, bookings.serviceId))
    .where(eq(bookings.id, from.booking));
  if (!row) return refuse({ code: 'booking_not_found' });
  const { title, serviceId, termsId, price } = row.booking;
  const about = { title, serviceId, termsId, price, clientName: row.client.name, clientEmail: row.client.email };
  return ok(draftOfBooking(about, row.included));
}

/** A quote to be written. A repeat with the same request key gives the one that the first made. */
export const createQuote =
  ({ db, clock, newId }: Deps) =>
  ({ requestKey, from }: NewQuote): Promise<Result<{ id: string; number: string }, NewQuoteRefusal>> =>
    db.transaction(async (tx) => {
      const owner = await lockOwner(tx);
      const [before] = await tx.select().from(quotes).where(eq(quotes.requestKey, requestKey));
      if (before) return ok({ id: before.id, number: before.number });
      const draft = await beginning(tx, from);
      if (!draft.ok) return draft;
      const lastQuote = owner.lastQuote + 1;
      await changeOwner(tx, { lastQuote });
      const now = clock.now();
      const number = `Q-${String(lastQuote).padStart(4, '0')}`;
      const { title, clientName } = draft.value;
      const id = newId();
      await tx.insert(quotes).values({
        id,
        number,
        requestKey,
        draft: draft.value,
        madeAt: now,
        touchedAt: now,
        search: `${number} ${title} ${clientName}`.toLowerCase(),
      });
      return ok({ id, number });
    });
