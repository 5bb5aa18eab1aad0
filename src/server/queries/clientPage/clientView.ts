import { cappedFee } from '#core/fee/cost';
import { givenOf } from '#core/invoices/party';
import { actingAs, actorNow } from '#server/actor/actorNow';
import type { ClientView, KeptOnPage } from '#contracts/clientPage/views';
import type { Deal } from '#core/bookings/deal';
import { asConfirmed, payable, bookingState, type BookingState } from '#core/bookings/bookingState';
import { payAllOffer } from '#core/bookings/change';
import { dealOf } from '#server/bookings/dealOf';
import type { ClaimOnPage } from '#contracts/claims/afterViews';
import { claimState } from '#core/claims/claims';
import type { Instant } from '#core/calendar/instant';
import { mayWithdraw, withdrawalUntil } from '#core/cancellation/withdrawal';
import { asksAnew, notAgreed } from '#core/consent/purposesOf';
import { notAgreedSentences } from '#core/wording/consent';
import { finalFigures } from '#core/wording/finalFigures';
import { stripOf } from '#core/bookings/strip';
import type { Fact, KeptFor } from '#core/bookings/facts';
import { dateOf } from '#core/calendar/wallTime';
import { localDate, wallOfInstant } from '#core/calendar/zoned';
import { type Minor, minor, zero } from '#core/money/minor';
import { asks } from '#server/paymentMethods/askedConsent';
import { settlesOn } from '#core/wording/keptWords';
import { documentTitle } from '#core/wording/documentWords';
import { documentsOf } from '#server/invoices/bookingDocuments';
import { cameBy, receiptsOf } from '#core/wording/receiptRows';
import { settledSteps } from '#core/wording/settledSteps';
import { clientSteps } from '#core/wording/clientSteps';
import { clockOf, longDate, longMoment, longWall } from '#core/wording/days';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { cancellationOf } from '#core/bookings/cancellationOf';
import { awaitedFrom } from '#core/bookings/ledger';
import type { PlainDate } from '#core/calendar/days';
import { formatMoney } from '#core/money/formatMoney';
import { ifCancelledSentences } from '#core/wording/cancelledSentences';
import type { Tx } from '#server/database/database';
import { creditOf } from '#server/credit/balances';
import { cards } from '#server/database/schema/clients';
import { agreedOf, type LoadedBooking, lockBooking } from '#server/bookings/lockBooking';
import { recordFacts } from '#server/bookings/record';
import { price, type PriceInput } from '#core/price/price';
import { services } from '#server/database/schema/business';
import { eq } from 'drizzle-orm';
import type { Deps } from '#server/deps';
import { businessFace } from '#server/queries/settings/businessFace';
import { agreementOfBooking } from '#server/quotes/agreementOfBooking';
import { acceptedOffer } from '#server/quotes/acceptedOffer';
import { isPayers } from '#core/payments/processorCall';
import { paymentUnderWay } from '#server/processorCalls/openCall';
import { offeredOnPage } from '#server/queries/paymentMethods/paymentMethods';
import { cardCost, offeredFor } from '#server/paymentMethods/offered';
import { bookingOfLink } from '#server/links/clientLink';
import { addHours } from '#core/calendar/instant';

/** Being opened is recorded, at most once in an hour. */
const seenAgain = (facts: readonly Fact[], now: Fact['at']): boolean => {
  const last = facts.findLast((fact) => fact.kind === 'seen');
  return !last || addHours(last.at, 1) <= now;
};

/** Lines with their own discounts, then what is off the whole and the taxes on top. */
function linesOf(input: PriceInput): ClientView['lines'] {
  const priced = price(input);
  const counted = priced.lines.map((line) => {
    const { label, quantity } = input.lines.find(({ id }) => id === line.id)!;
    return { label: quantity === '1' ? label : `${label} × ${quantity}`, amount: minor(line.gross - line.discount) };
  });
  const off = priced.discount > 0 ? [{ label: 'Discount', amount: minor(0 - priced.discount) }] : [];
  const onTop = input.taxMode === 'exclusive' ? priced.taxes : [];
  const all = [...counted, ...off, ...onTop.map(({ code, amount }) => ({ label: code, amount }))];
  return all.length > 1 ? all : [];
}

const wantedCard = ({ hold, ledger, agreed }: BookingState): ClientView['cardWanted'] => {
  if (hold?.gap && !ledger.holdAsked) return 'hold';
  return agreed.terms.cardOnFile && !ledger.card ? 'file' : null;
};

function choicesOf(current: BookingState, deal: Deal): ClientView['choices'] {
  const { firstPayment, minimum } = current.agreed.terms;
  const { smallestPayment } = current.position;
  const { outstanding, dueNow } = payable(current);
  const offer = payAllOffer(current, deal);
  const whole = firstPayment && dueNow > 0 && dueNow < outstanding ? { amount: outstanding, discount: null } : null;
  return {
    preset: firstPayment?.preset ?? 'due',
    all: offer ? { amount: offer.amount, discount: current.agreed.terms.payAllDiscount ?? null } : whole,
    smallest: minimum && smallestPayment < outstanding ? smallestPayment : null,
  };
}

const keptOnPage = ({ last4, way }: { readonly last4: string; readonly way?: string }): KeptOnPage => ({
  last4,
  ...(way === 'debit' ? { way } : {}),
});

function onTheWayOf({ onTheWay: amount, ledger, agreed }: BookingState, today: PlainDate): ClientView['onTheWay'] {
  const settles = settlesOn(ledger, agreed.timeZone);
  return amount > 0 && settles ? { amount, settles: longDate(settles, today) } : null;
}

/**
 * What a payer needs, and nothing else of the booking or its client's money.
 * @param ownPayment whether what waits for a bank is a payment of a payer's
 */
const forPayer = (view: ClientView, ownPayment: boolean): ClientView => ({
  ...view,
  payer: true,
  signed: false,
  toSign: null,
  after: null,
  card: null,
  holdCard: null,
  cardWanted: null,
  cardOffered: false,
  lastDecline: null,
  consent: '',
  consentFor: { payments: '', hold: '' },
  credit: zero,
  awaited: null,
  cards: [],
  asking: null,
  tip: false,
  included: '',
  lines: [],
  steps: [],
  settled: [],
  cancellation: [],
  payments: [],
  claims: [],
  agreeAnew: null,
  withdraw: null,
  figures: [],
  papers: [],
  bill: null,
  received: zero,
  total: view.outstanding,
  // Neither the price nor how far the booking is.
  stage: 'secured',
  strip: { total: view.outstanding, segments: [], hold: null },
  waiting: ownPayment && view.waiting?.what === 'payment' ? view.waiting : null,
  onTheWay: ownPayment ? view.onTheWay : null,
  unanswered: ownPayment ? view.unanswered : null,
});

/** What only the client may do: cards of theirs, asking for a change, paying early. */
async function ownSide(
  tx: Tx,
  current: BookingState,
  about: { loaded: LoadedBooking; awaited: 'client' | 'owner' | null; today: PlainDate; whole: boolean },
): Promise<Pick<ClientView, 'awaited' | 'cards' | 'asking' | 'early' | 'credit'>> {
  const { loaded, awaited, today, whole } = about;
  const { ledger, stage, agreed, parts, asOf } = current;
  const { booking } = loaded;
  const own = whole ? await tx.select().from(cards).where(eq(cards.clientId, booking.clientId)) : [];
  const others = new Map(own.map(({ id, last4, way }) => [last4, { id, ...keptOnPage({ last4, way }) }]));
  const used = current.hold ? [ledger.card, ledger.holdCard] : [ledger.card];
  // One that serves everything already needs no choosing.
  if (used.every((kept) => kept && kept.last4 === used[0]?.last4)) others.delete(used[0]!.last4);
  const sum = (amount: Minor): string => formatMoney(amount, agreed.currency);
  const next = parts.find((part) => part.left > 0 && part.state === 'planned');
  const mayAsk = !awaited && (stage === 'waiting' || stage === 'secured');
  const { asked } = ledger;
  const wish = asked?.what === 'move' && asked.start ? `to begin ${longWall(asked.start, today)}` : 'to cancel';
  return {
    awaited: awaited && { from: awaited, until: longMoment(ledger.kept!.until, agreed.timeZone, today) },
    cards: [...others.values()],
    credit: whole ? await creditOf(tx, booking.clientId, booking.currency) : zero,
    early: next && !awaited && current.position.dueNow === 0 ? { name: next.name, amount: next.left } : null,
    asking: mayAsk
      ? {
          start: booking.startsAt,
          least: wallOfInstant(asOf, agreed.timeZone),
          ifCancelled: ifCancelledSentences(cancellationOf(current, 'client'), sum),
          open: asked ? `On ${longMoment(asked.at, agreed.timeZone, today)} you asked ${wish}.` : null,
        }
      : null,
  };
}

/** What comes after the service, as the client reads and answers it. */
function afterwardsOf(
  current: BookingState,
  facts: readonly Fact[],
  today: PlainDate,
  consent: string,
): Pick<ClientView, 'claims' | 'agreeAnew' | 'withdraw' | 'figures'> {
  const { agreed, asOf, ledger, stage } = current;
  const moment = (at: Instant): string => longMoment(at, agreed.timeZone, today);
  const until = withdrawalUntil(agreed);
  const going = stage === 'waiting' || stage === 'secured' || stage === 'inService';
  return {
    claims: ledger.after.claims.map((claim): ClaimOnPage => {
      const state = claimState(claim, asOf);
      const { claimId: id, what, reason, restsOn, amount, pictures, answerBy, answer, decided } = claim;
      return {
        id,
        what,
        reason,
        restsOn,
        amount,
        pictures: pictures.map(({ fileId, taken }) => ({ fileId, taken: taken && moment(taken) })),
        state,
        answerBy: answerBy && moment(answerBy),
        note: answer?.kind === 'objected' ? answer.note : null,
        decided: decided && decided.note,
        mayAnswer: state === 'waits',
      };
    }),
    agreeAnew:
      (stage === 'secured' || stage === 'inService') && asksAnew(notAgreed(current))
        ? { sentences: notAgreedSentences(current), consent }
        : null,
    withdraw:
      going && until !== null && mayWithdraw(agreed, asOf)
        ? {
            until: moment(until),
            sentences: ifCancelledSentences(cancellationOf(current, 'client'), (amount) =>
              formatMoney(amount, agreed.currency),
            ),
          }
        : null,
    figures: finalFigures(current, facts),
  };
}

/** What the client of a link sees, or why the link opens nothing. Opening it is a fact of the booking. */
export async function clientView(
  deps: Deps,
  link: string,
  /** Whether this device was confirmed for the client: only then their other cards are shown. */
  whole: boolean,
): Promise<ClientView | { fault: 'link_unknown' | 'link_expired' }> {
  const { db, clock } = deps;
  const now = clock.now();
  const opened = await bookingOfLink(db, link, now);
  if ('fault' in opened) return opened;
  const face = await businessFace(db);
  const payer = opened.purpose === 'payer';
  return db.transaction(async (tx) => {
    const loaded = (await lockBooking(tx, opened.bookingId))!;
    const { booking, client } = loaded;
    const seen = () => recordFacts(tx, loaded, [{ kind: 'seen', at: now, page: 'booking' }], now);
    // Where somebody of the business looks, no client has.
    if (actorNow().kind !== 'person' && seenAgain(loaded.facts, now))
      await (payer ? actingAs({ kind: 'payer' }, seen) : seen());
    const standingNow = bookingState(agreedOf(booking), loaded.facts, now);
    const awaited = standingNow.stage === 'lapsed' ? null : awaitedFrom(standingNow.ledger);
    // What a request promises is what holds from its yes on; nothing of it is due before.
    const current = awaited ? asConfirmed(agreedOf(booking), loaded.facts, now) : standingNow;
    const [service] = await tx
      .select({ included: services.included, rules: services.booking, onPage: services.onPage })
      .from(services)
      .where(eq(services.id, booking.serviceId));
    const { ledger, position, hold } = current;
    const { stage } = standingNow;
    const today = localDate(now, booking.timeZone);
    const underWay = await paymentUnderWay(tx, booking.id);
    const payment =
      underWay?.answer?.outcome === 'confirm' ? { url: underWay.answer.url, what: 'payment' as const } : null;
    const unanswered =
      underWay?.state === 'open' && underWay.request.kind === 'pay' ? { amount: underWay.amount } : null;
    const holding = ledger.holdAsked ? { url: ledger.holdAsked.confirmUrl, what: 'hold' as const } : null;
    const lastFact = loaded.facts.findLast(
      (fact) =>
        fact.kind === 'received' ||
        fact.kind === 'chargeDeclined' ||
        fact.kind === 'debitReturned' ||
        fact.kind === 'debitSent' ||
        fact.kind === 'cardKept',
    );
    const chosen = ledger.accountChosen;
    const offered = await offeredFor(tx, deps, [booking], now, chosen);
    const asking = await asks(tx);
    const consentOf = (way: 'card' | 'debit', use?: KeptFor): string =>
      payer ? '' : asking({ bookingState: current, number: booking.number, way, use }).consent;
    const declined = lastFact?.kind === 'chargeDeclined' || lastFact?.kind === 'debitReturned' ? lastFact : null;
    const open = stage !== 'cancelled' && stage !== 'lapsed' && stage !== 'closed';
    const sameDay = dateOf(booking.startsAt) === dateOf(booking.endsAt);
    const from = await acceptedOffer(tx, booking.id);
    const agreement = from?.signed ? await agreementOfBooking(tx, loaded, now) : null;
    const view: ClientView = {
      business: face,
      payer: false,
      signed: (from?.signed ?? false) || loaded.facts.some((fact) => fact.kind === 'agreed' && fact.agreement),
      toSign: agreement?.toSign ? { document: agreement.toSign.document, sha256: agreement.toSign.sha256 } : null,
      after: from
        ? { thanks: from.offer.thanks, nextPage: from.offer.nextPage }
        : { thanks: service!.onPage.thanks, nextPage: service!.onPage.nextPage },
      clientName: client.name,
      taxed: booking.tax > 0,
      number: booking.number,
      title: booking.title,
      currency: booking.currency,
      when: sameDay
        ? `${longDate(dateOf(booking.startsAt), today)}, ${clockOf(booking.startsAt)} to ${clockOf(booking.endsAt)}`
        : `${longWall(booking.startsAt, today)} to ${longWall(booking.endsAt, today)}`,
      stage,
      total: booking.total,
      received: position.received,
      dueNow: awaited ? zero : payable(current).dueNow,
      late: position.late > current.onTheWay,
      outstanding: payable(current).outstanding,
      strip: stripOf(current),
      steps: clientSteps(current),
      settled: settledSteps(loaded.facts, booking.timeZone, today),
      cancellation: cancellationSentences(current),
      consent: consentOf('card'),
      consentFor: { payments: consentOf('card', 'payments'), hold: consentOf('card', 'hold') },
      card: ledger.card && keptOnPage(ledger.card),
      holdCard: hold && ledger.holdCard && keptOnPage(ledger.holdCard),
      cardWanted: open ? wantedCard(current) : null,
      cardOffered: open && offered.online.length > 0 && (ledger.card !== null || hold !== null),
      included: from?.offer.included || service!.included,
      lines: linesOf(booking.price),
      choices: choicesOf(current, dealOf(booking)),
      fee: booking.terms.fee ? cappedFee(booking.terms.fee, cardCost(offered)) : null,
      offered: await offeredOnPage(tx, deps, offered, {
        now,
        consentOf: ({ way }) => consentOf(way === 'debit' ? 'debit' : 'card'),
        pays: booking,
      }),
      onTheWay: onTheWayOf(current, today),
      waiting: payment ?? holding,
      unanswered,
      ...(await ownSide(tx, standingNow, { loaded, awaited, today, whole })),
      ...afterwardsOf(standingNow, loaded.facts, today, consentOf('card')),
      tip: service?.rules?.tip ?? false,
      lastDecline: declined ? { code: declined.code, amount: declined.amount } : null,
      papers: (await documentsOf(tx, booking.id)).map(({ number, kind }) => ({ number, what: documentTitle[kind] })),
      bill: givenOf(client.bill),
      payments: receiptsOf(loaded.facts).map(({ id, at, amount, method }) => ({
        id,
        when: longMoment(at, booking.timeZone, today),
        amount,
        how: cameBy[method],
      })),
    };
    return payer ? forPayer(view, underWay !== null && isPayers(underWay.request)) : view;
  });
}
