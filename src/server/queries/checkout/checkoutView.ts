import type { Cost } from '#core/fee/fee';
import { givenOf } from '#core/invoices/party';
import type { CheckoutItem, CheckoutView } from '#contracts/checkout/views';
import { awaitedFrom } from '#core/bookings/ledger';
import { asConfirmed, payable, type BookingState } from '#core/bookings/bookingState';
import { stripOf } from '#core/bookings/strip';
import type { Instant } from '#core/calendar/instant';
import { payAllOffer } from '#core/bookings/change';
import { type Minor, minor, sum, zero } from '#core/money/minor';
import { clientSteps } from '#core/wording/clientSteps';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { asks } from '#server/paymentMethods/askedConsent';
import { creditOf } from '#server/credit/balances';
import { runDueOf } from '#server/jobs/run/runDue';
import { dealOf } from '#server/bookings/dealOf';
import { agreedOf } from '#server/bookings/lockBooking';
import { toGiveCard, toPay } from '#core/checkout/cart';
import type { Tx } from '#server/database/database';
import { services } from '#server/database/schema/business';
import type { Deps } from '#server/deps';
import { paymentUnderWay } from '#server/processorCalls/openCall';
import { offeredOnPage } from '#server/queries/paymentMethods/paymentMethods';
import { cardCost, offeredFor } from '#server/paymentMethods/offered';
import { businessFace } from '#server/queries/settings/businessFace';
import { standingLink } from '#server/links/clientLink';
import { bookingsOfCheckout, type InCheckout, shareOf, toReserveOf, idsOfCheckout } from '#server/checkout/inCheckout';
import { eq, inArray } from 'drizzle-orm';

/** What somebody who went to pay sees: their bookings, what is due, and how long the places are kept. */
export async function checkoutView(
  deps: Deps,
  key: string,
  /** Whether this device was confirmed for the client: only then their credit is shown. */
  whole: boolean,
): Promise<CheckoutView | null> {
  const { db, clock } = deps;
  await runDueOf(deps, { bookings: await idsOfCheckout(db, key) });
  const now = clock.now();
  const face = await businessFace(db);
  return db.transaction(async (tx) => {
    const all = await bookingsOfCheckout(tx, key, now);
    if (!all) return null;
    const paying = toPay(all);
    const reserving = await toReserveOf(tx, all, now);
    const giving = toGiveCard(all);
    const items: CheckoutItem[] = [];
    for (const each of all) items.push(await itemOf(tx, deps, each, now));
    const due = sum([
      ...paying.map(({ current }) => payable(current).dueNow),
      ...reserving.map(({ amount }) => amount),
    ]);
    const kept = [...paying, ...giving].flatMap(({ current }) => current.ledger.kept?.until ?? []).sort();
    const { booking, facts } = all[0]!.loaded;
    const { client } = all[0]!.loaded;
    const rules = await tx
      .select({ rules: services.booking })
      .from(services)
      .where(
        inArray(
          services.id,
          all.map(({ loaded }) => loaded.booking.serviceId),
        ),
      );
    const bookings = all.map(({ loaded }) => loaded.booking);
    const offered = await offeredFor(tx, deps, bookings, now);
    // Nothing can be reserved on a bank account, and none secures what is to be held.
    const cardsOnly = reserving.length > 0 || giving.length > 0;
    const online = offered.online.filter(({ way }) => way === 'card' || !cardsOnly);
    const asking = await asks(tx);
    const said = (way: 'card' | 'debit', of: readonly InCheckout[]): string[] =>
      of.map(({ current, loaded }) => asking({ bookingState: current, number: loaded.booking.number, way }).consent);
    const consent = consentOf(said('card', [...paying, ...giving]), reserving);
    const debit = said('debit', paying).join(' ');
    const ways = { ...offered, online };
    const lastTry = facts.findLast((fact) => fact.kind === 'chargeDeclined' || fact.kind === 'received');
    return {
      business: face,
      currency: booking.currency,
      timeZone: booking.timeZone,
      now,
      clientName: client.name,
      clientEmail: client.email,
      // What was said here: what is known of a client is not shown to whoever books under their name.
      bill: booking.bill && givenOf(booking.bill),
      items,
      next: paying.length > 0 ? 'pay' : reserving.length > 0 ? 'reserve' : giving.length > 0 ? 'card' : 'done',
      gone: all.some(({ current }) => current.stage === 'lapsed' || current.stage === 'cancelled'),
      keptUntil: kept[0] ?? null,
      dueNow: due,
      everything: everythingOf(paying, due),
      fee: { due: feesOf(paying, false, cardCost(ways)), everything: feesOf(paying, true, cardCost(ways)) },
      tip: paying.length > 0 && rules.some((row) => row.rules?.tip),
      offered: await offeredOnPage(tx, deps, ways, {
        now,
        consentOf: ({ way }) => (way === 'debit' ? debit : consent),
      }),
      credit: whole && ways.ways.includes('credit') ? await creditOf(tx, booking.clientId, booking.currency) : zero,
      onTheWay: sum(all.map(({ current }) => current.onTheWay)),
      ...(await underWayOf(tx, all)),
      declined: lastTry?.kind === 'chargeDeclined' ? lastTry.code : null,
    };
  });
}

async function itemOf(tx: Tx, deps: Deps, { loaded, current }: InCheckout, now: Instant): Promise<CheckoutItem> {
  const { booking, facts } = loaded;
  const promised: BookingState = awaitedFrom(current.ledger) ? asConfirmed(agreedOf(booking), facts, now) : current;
  const [service] = await tx.select().from(services).where(eq(services.id, booking.serviceId));
  const { thanks, nextPage } = service!.onPage;
  const link = await standingLink(tx, deps, { bookingId: booking.id, from: current.endAt, now });
  return {
    number: booking.number,
    title: booking.title,
    start: booking.startsAt,
    end: booking.endsAt,
    stage: current.stage,
    confirm: awaitedFrom(current.ledger) ?? 'payment',
    total: booking.total,
    taxed: booking.tax > 0,
    dueNow: promised.position.dueNow,
    received: current.position.received,
    strip: stripOf(promised),
    steps: clientSteps(promised),
    cancellation: cancellationSentences(promised),
    page: `/b/${link}`,
    thanks,
    nextPage,
  };
}

function everythingOf(paying: readonly InCheckout[], due: Minor): CheckoutView['everything'] {
  const offered = paying.some(({ current }) => current.agreed.terms.firstPayment);
  const amount = sum(paying.map((each) => shareOf(each, true, { cost: null }).amount));
  if (!offered || amount <= due) return null;
  const saves = sum(
    paying.map(({ loaded, current }) => {
      const offer = payAllOffer(current, dealOf(loaded.booking));
      return offer ? minor(current.position.outstanding - offer.amount) : zero;
    }),
  );
  return { amount, preset: paying.every(({ current }) => current.agreed.terms.firstPayment?.preset === 'all'), saves };
}

const feesOf = (paying: readonly InCheckout[], everything: boolean, cost: Cost | null): Minor =>
  sum(paying.map((each) => shareOf(each, everything, { cost }).fee?.amount ?? zero));

/** What the card is kept for, once for each booking that says something of its own. */
function consentOf(kept: readonly string[], reserving: readonly InCheckout[]): string {
  const said = [
    ...kept,
    ...(reserving.length > 0 ? ['What is reserved is taken only if the answer is yes; otherwise it is let go.'] : []),
  ];
  return [...new Set(said)].join(' ');
}

/** The payment that is under way, which is of one of them: the bank asks the client, or nobody has answered yet. */
async function underWayOf(tx: Tx, all: readonly InCheckout[]): Promise<Pick<CheckoutView, 'waiting' | 'unanswered'>> {
  for (const { loaded } of all) {
    const underWay = await paymentUnderWay(tx, loaded.booking.id);
    if (underWay?.answer?.outcome === 'confirm') return { waiting: { url: underWay.answer.url }, unanswered: null };
    if (underWay?.state === 'open') return { waiting: null, unanswered: { amount: underWay.amount } };
  }
  return { waiting: null, unanswered: null };
}
