import { takenOfReserved } from '#core/payments/withFee';
import type { OnLink } from '#contracts/clientPage/client';
import type { AnswerRequest } from '#contracts/bookings/owner';
import type { Fact } from '#core/bookings/facts';
import { awaitedFrom } from '#core/bookings/ledger';
import { asConfirmed } from '#core/bookings/bookingState';
import { addHours, type Instant } from '#core/calendar/instant';
import { wallOfInstant } from '#core/calendar/zoned';
import type { Minor } from '#core/money/minor';
import { ok, refuse, type Result } from '#core/result';
import { runDueOf } from '#server/jobs/run/runDue';
import { agreedOf, type LoadedBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import type { Tx } from '#server/database/database';
import { services } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { openCall, type OpenCall } from '#server/processorCalls/openCall';
import { bookingOfLink } from '#server/links/clientLink';
import { type NotFound, onBooking, type OpenBooking } from '#server/unitOfWork/onBooking';
import { eq } from 'drizzle-orm';

export type AnswerRefusal = NotFound | { readonly code: 'nothing_asked' };
type Answered = { readonly state: 'accepted' | 'declined' | 'offered' };

async function answerHoursOf(tx: Tx, { booking }: LoadedBooking): Promise<number> {
  const [service] = await tx
    .select({ rules: services.booking })
    .from(services)
    .where(eq(services.id, booking.serviceId));
  return service?.rules?.answerHours ?? 48;
}

/**
 * The yes makes it agreed now: plan and cancellation count from this moment. A first payment that is still to come
 * keeps the place for as long as an answer may take.
 */
async function confirming(
  { tx, loaded, bookingState, now }: OpenBooking,
  by: 'client' | 'owner',
): Promise<{ facts: Fact[]; dueNow: Minor }> {
  const agreed = wallOfInstant(now, loaded.booking.timeZone);
  const about = { ...agreedOf(loaded.booking), agreed };
  const { dueNow } = asConfirmed(about, loaded.facts, now).position;
  const yes: Fact = { kind: 'confirmed', at: now, by, agreed };
  const reserved = bookingState.ledger.paymentHeld?.amount ?? 0;
  if (dueNow === 0 || reserved >= dueNow) return { facts: [yes], dueNow };
  const until = earlier(addHours(now, await answerHoursOf(tx, loaded)), bookingState.startAt);
  return { facts: [yes, { kind: 'placeKept', at: now, for: 'payment', until }], dueNow };
}

const earlier = (a: Instant, b: Instant): Instant => (a < b ? a : b);

/** The client's own yes, by the link in their message. A second one changes nothing. */
export const confirmByClient =
  (deps: Deps) =>
  async ({ link }: OnLink): Promise<Result<{ state: 'confirmed' }, AnswerRefusal | { code: LinkFault }>> => {
    const opened = await bookingOfLink(deps.db, link, deps.clock.now());
    if ('fault' in opened) return refuse({ code: opened.fault });
    if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
    return onBooking<{ state: 'confirmed' }, AnswerRefusal>(deps, opened.bookingId, async (open) => {
      const { tx, loaded, bookingState, now } = open;
      if (loaded.facts.some((fact) => fact.kind === 'confirmed' && fact.by === 'client'))
        return ok({ state: 'confirmed' });
      if (awaitedFrom(bookingState.ledger) !== 'client' || bookingState.ledger.lapsed)
        return refuse({ code: 'nothing_asked' });
      await recordFacts(tx, loaded, (await confirming(open, 'client')).facts, now);
      return ok({ state: 'confirmed' });
    });
  };
type LinkFault = 'link_unknown' | 'link_expired';

/**
 * The owner answers a request: yes, which takes what was reserved; no, which lets it go; or the client is asked whether
 * the booking as it is now, changed by the owner, will do.
 */
export const answerRequest =
  (deps: Deps) =>
  async ({ bookingId, answer, note }: AnswerRequest): Promise<Result<Answered, AnswerRefusal>> => {
    const taking: OpenCall[] = [];
    const result = await onBooking<Answered, AnswerRefusal>(deps, bookingId, async (open) => {
      const { tx, loaded, bookingState, now } = open;
      const { ledger } = bookingState;
      if (awaitedFrom(ledger) !== 'owner' || ledger.lapsed || ledger.cancelled)
        return refuse({ code: 'nothing_asked' });
      if (answer === 'decline') {
        const declined: Fact = { kind: 'lapsed', at: now, reason: 'declined', ...(note ? { note } : {}) };
        await recordFacts(tx, loaded, [declined], now);
        return ok({ state: 'declined' });
      }
      if (answer === 'offer') {
        const until = earlier(addHours(now, await answerHoursOf(tx, loaded)), bookingState.startAt);
        await recordFacts(tx, loaded, [{ kind: 'placeKept', at: now, for: 'client', until }], now);
        return ok({ state: 'offered' });
      }
      const { facts, dueNow } = await confirming(open, 'owner');
      const held = ledger.paymentHeld;
      if (held) {
        const { authorisation, amount } = held;
        const request = { kind: 'captureReserved' as const, authorisation, held: amount };
        const intent = { id: deps.newId(), bookingId, cause: `accepted:${authorisation}`, request, now };
        taking.push(await openCall(tx, { ...intent, amount: takenOfReserved(amount, dueNow) }));
      }
      await recordFacts(tx, loaded, facts, now);
      return ok({ state: 'accepted' });
    });
    for (const id of taking) await makeCall(deps, id);
    if (taking.length > 0) await runDueOf(deps, { bookings: [bookingId] });
    return result;
  };
