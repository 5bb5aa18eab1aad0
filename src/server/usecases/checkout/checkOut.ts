import type { AskedItem, CheckOut } from '#contracts/checkout/checkout';
import { plainText } from '#core/agreements/agreement';
import { type AskedRefusal, checkAsked } from '#core/places/asked';
import type { BookingRules } from '#core/places/rules';
import type { AcceptedText } from '#core/bookings/facts';
import { type Agreed as AgreedDeal } from '#core/bookings/agreed';
import { bookingState } from '#core/bookings/bookingState';
import { fieldFault } from '#core/quotes/acceptance';
import { filledAgreement } from '#core/quotes/signedDocument';
import { waivedTerms } from '#core/catalogue/waiver';
import { planOf } from '#core/bookings/keptPlan';
import { addHours, addSeconds, type Instant } from '#core/calendar/instant';
import { instantOfWall, localDate, wallOfInstant } from '#core/calendar/zoned';
import { minor, type Minor, sum } from '#core/money/minor';
import { price } from '#core/price/price';
import { ok, refuse, type Result } from '#core/result';
import { askedPrice, askedTitle, extraOutOfLimits } from '#core/catalogue/askedPrice';
import { runDueOf } from '#server/jobs/run/runDue';
import { insertBooking, type InsertRefusal, type NewBooking } from '#server/bookings/insertBooking';
import { cartsOfDevice, giveBackCart, keepsEnough, type Visitor } from '#server/checkout/carts';
import type { Tx } from '#server/database/database';
import { lockOwner } from '#server/database/ownerRow';
import { type business, services } from '#server/database/schema/business';
import { checkouts, eventDates } from '#server/database/schema/places';
import { agreements } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { type PhoneRefusal, readPhone } from '#server/catalogue/phone';
import { isOpenToClients, newestTerms, type ServiceRow, taxRates } from '#server/catalogue/openServices';
import { hashOfToken } from '#server/links/clientLink';
import { makeCall } from '#server/processorCalls/makeCall';
import { and, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { OpenCall } from '#server/processorCalls/openCall';

type Owner = typeof business.$inferSelect;
type AtItem<R> = R extends { readonly path: string } ? Omit<R, 'path'> & { readonly path: string } : R;
export type CheckOutRefusal =
  | AtItem<AskedRefusal | InsertRefusal>
  | { readonly code: 'service_not_open' | 'extra_out_of_limits'; readonly path: string }
  | { readonly code: 'currencies_mixed' | 'agreement_not_accepted' | 'booking_stopped' | 'too_many_carts' }
  | { readonly code: 'field_missing' | 'field_wrong'; readonly path: string }
  | PhoneRefusal
  | { readonly code: 'sums_changed'; readonly total: Minor; readonly dueNow: Minor };

/** What one item comes to, before anything is written. */
type Prepared = { readonly booking: NewBooking; readonly total: Minor; readonly dueNow: Minor; readonly facts: Agreed };
type Agreed = { readonly note?: string; readonly agreement?: AcceptedText };

/**
 * Books what a client put together on the public page, all of it or nothing. Each booking keeps its place for as long
 * as its service lets: minutes for a payment, hours for a yes. A repeat with the same key books nothing more.
 */
export const checkOut =
  (deps: Deps) =>
  async (request: CheckOut, visitor: Visitor | null = null): Promise<Result<{ key: string }, CheckOutRefusal>> => {
    const { db, clock, keyOf, newId } = deps;
    const intents: OpenCall[] = [];
    const made: string[] = [];
    await runDueOf(deps, 'places'); // what has run out is free again
    const key = keyOf('checkout', request.requestKey);
    const result = await db
      .transaction((tx) =>
        orUnbooked(async (): Promise<Result<{ key: string }, CheckOutRefusal>> => {
          const owner = await lockOwner(tx);
          const [before] = await tx.select().from(checkouts).where(eq(checkouts.requestKey, request.requestKey));
          if (before) return ok({ key });
          if (owner.bookingStopped !== null) return refuse({ code: 'booking_stopped' });
          const { bookingPage, country } = owner;
          const phone = readPhone(request.phone ?? '', { asked: bookingPage.phone, country });
          if (!phone.ok) return phone;
          const now = clock.now();
          if (visitor) {
            if (await keepsEnough(tx, visitor, request.items.length)) return refuse({ code: 'too_many_carts' });
            for (const cart of await cartsOfDevice(tx, visitor.device))
              intents.push(...(await giveBackCart(tx, deps, cart, now)).intents);
          }
          const prepared: Prepared[] = [];
          for (const [index, item] of request.items.entries()) {
            const read = await prepare(tx, deps, owner, { request, phone: phone.value, item, index, now });
            if (!read.ok) return read;
            prepared.push(read.value);
          }
          if (new Set(prepared.map(({ booking }) => booking.currency)).size > 1)
            return refuse({ code: 'currencies_mixed' });
          const total = sum(prepared.map((each) => each.total));
          const dueNow = sum(prepared.map((each) => each.dueNow));
          // A page of another day reads otherwise: days are named from it, and what is due now hangs on it.
          const sameDay = localDate(request.seen.at, owner.timeZone) === localDate(now, owner.timeZone);
          if (total !== request.seen.total || dueNow !== request.seen.dueNow || !sameDay)
            return refuse({ code: 'sums_changed', total, dueNow });
          const bookingIds = await insertAll(tx, owner, prepared, now);
          if (!bookingIds.ok) return bookingIds;
          made.push(...bookingIds.value);
          const row = { id: newId(), hash: hashOfToken(key), requestKey: request.requestKey, madeAt: now };
          await tx.insert(checkouts).values({ ...row, ...visitor, bookingIds: bookingIds.value });
          return ok({ key });
        }),
      )
      .catch((error: unknown) => {
        if (error instanceof Unbooked) return refuse(error.refusal);
        throw error;
      });
    if (result.ok) for (const id of intents) await makeCall(deps, id);
    if (result.ok) await runDueOf(deps, { bookings: made });
    return result;
  };

/** What is refused leaves nothing behind: no booking, and no cart given back. */
async function orUnbooked<T>(work: () => Promise<Result<T, CheckOutRefusal>>): Promise<Result<T, CheckOutRefusal>> {
  const result = await work();
  if (!result.ok) throw new Unbooked(result.refusal);
  return result;
}

/** Rolls back the bookings that were made before the one that could not be. */
class Unbooked extends Error {
  constructor(readonly refusal: CheckOutRefusal) {
    super(refusal.code);
  }
}

async function insertAll(
  tx: Tx,
  owner: Owner,
  prepared: readonly Prepared[],
  now: Instant,
): Promise<Result<string[], CheckOutRefusal>> {
  const ids: string[] = [];
  for (const [index, { booking, facts }] of prepared.entries()) {
    const counted = { ...owner, lastNumber: owner.lastNumber + index };
    const made = await insertBooking(tx, counted, booking, { by: 'client', ...facts }, now);
    if (!made.ok) return refuse(atItem(made.refusal, index));
    ids.push(made.value.id);
  }
  return ok(ids.sort());
}

const atItem = <R extends { readonly code: string }>(refusal: R, index: number): AtItem<R> => {
  const path = 'path' in refusal ? `items.${index}.${String(refusal.path)}` : `items.${index}`;
  return { ...refusal, path } as unknown as AtItem<R>;
};

type Preparing = {
  readonly request: CheckOut;
  readonly phone: string;
  readonly item: AskedItem;
  readonly index: number;
  readonly now: Instant;
};

async function prepare(
  tx: Tx,
  deps: Deps,
  owner: Owner,
  { request, phone, item, index, now }: Preparing,
): Promise<Result<Prepared, CheckOutRefusal>> {
  const [service] = await tx.select().from(services).where(eq(services.id, item.serviceId));
  if (!service || !isOpenToClients(service))
    return refuse({ code: 'service_not_open', path: `items.${index}.serviceId` });
  const rules = service.booking!;
  const { timeZone } = owner;
  const extra = extraOutOfLimits(service.extras, item.extras);
  if (extra !== null) return refuse({ code: 'extra_out_of_limits', path: `items.${index}.extras.${extra}` });
  const asked = checkAsked(item, { rules, hours: rules.hours ?? owner.hours, timeZone, now });
  if (!asked.ok) return refuse(atItem(asked.refusal, index));
  if (!(await isHeldThen(tx, service, item))) return refuse({ code: 'not_a_time_of_it', path: `items.${index}.start` });
  const input = askedPrice(service, rules.counts, item, { timeZone, rates: await taxRates(tx) });
  const { total } = price(input);
  const version = await newestTerms(tx, service.termsId);
  const agreed = wallOfInstant(now, timeZone);
  const { start, end, count } = item;
  const { version: termsVersion, termsId } = version;
  const terms = waivedTerms(version.rules, service.extras, { lines: input.lines, total });
  const planned = planOf({ currency: service.currency, timeZone, agreed, start, end, total, terms });
  if (!planned.ok) return refuse(atItem(planned.refusal, index));
  const title = askedTitle(service, rules.counts, item, timeZone);
  const about = { currency: service.currency, timeZone, start, end, total, terms };
  const accepted = await acceptedText(tx, rules, { request, title, businessName: owner.name, about });
  if (!accepted.ok) return accepted;
  const booking: NewBooking = {
    id: deps.newId(),
    clientId: deps.newId(),
    requestKey: `${request.requestKey}:${index}`,
    clientName: request.clientName,
    clientEmail: request.clientEmail,
    clientPhone: phone,
    serviceId: service.id,
    title,
    currency: service.currency,
    start,
    end,
    count,
    price: input,
    termsId,
    termsVersion,
    terms,
    kept: { for: rules.confirm, until: keptUntil(rules, instantOfWall(start, timeZone), now) },
  };
  const facts = {
    ...(request.note ? { note: request.note } : {}),
    ...(accepted.value ? { agreement: accepted.value } : {}),
  };
  return ok({ booking, total, dueNow: minor(planned.value.dueNow), facts });
}

/** What is held on set dates can be had on those only. */
async function isHeldThen(tx: Tx, { id, booking }: ServiceRow, { start, end }: AskedItem): Promise<boolean> {
  if (booking!.when.kind !== 'dates') return true;
  const [date] = await tx
    .select()
    .from(eventDates)
    .where(and(eq(eventDates.serviceId, id), eq(eventDates.startsAt, start), eq(eventDates.endsAt, end)));
  return date !== undefined && !date.calledOff;
}

/** Whoever booked by a message that is to be confirmed has so long to open it. */
const confirmMinutes = 60;

/** Minutes for a payment, an hour for the client's own yes, hours for the owner's; never past the start of the service. */
function keptUntil({ confirm, keepMinutes, answerHours }: BookingRules, startAt: Instant, now: Instant): Instant {
  const until =
    confirm === 'payment'
      ? addSeconds(now, keepMinutes * 60)
      : confirm === 'client'
        ? addSeconds(now, confirmMinutes * 60)
        : addHours(now, answerHours);
  return until < startAt ? until : startAt;
}

type TextRefusal =
  | { readonly code: 'agreement_not_accepted' }
  | { readonly code: 'field_missing' | 'field_wrong'; readonly path: string };

/** The agreement's text as the client's page showed it, under its SHA-256; null where the service has none. */
async function acceptedText(
  tx: Tx,
  { agreementId }: BookingRules,
  shown: {
    readonly request: CheckOut;
    readonly title: string;
    readonly businessName: string;
    readonly about: Omit<AgreedDeal, 'agreed'>;
  },
): Promise<Result<AcceptedText | null, TextRefusal>> {
  if (agreementId === null) return ok(null);
  const [row] = await tx.select().from(agreements).where(eq(agreements.id, agreementId));
  if (!row) return ok(null);
  const { request, title, businessName, about } = shown;
  const { agreedName: signedBy, filled, clientName, clientEmail, seen } = request;
  if (!signedBy) return refuse({ code: 'agreement_not_accepted' });
  const fault = fieldFault(row.agreement.fields, filled);
  if (fault) return refuse(fault);
  const current = bookingState({ ...about, agreed: wallOfInstant(seen.at, about.timeZone) }, [], seen.at);
  const party = { businessName, number: '' };
  const blocks = filledAgreement(
    row.agreement,
    { clientName, clientEmail, title, reference: '' },
    party,
    current,
    filled,
  );
  const text = plainText(blocks);
  return ok({ name: row.agreement.name, signedBy, text, sha256: createHash('sha256').update(text).digest('hex') });
}
