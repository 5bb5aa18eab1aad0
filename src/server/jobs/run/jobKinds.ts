import { abilitiesOfAuthorisation, costOf } from '#server/paymentMethods/payAccounts';
import type { JobKind, WantedJob } from '#core/jobs/wantedJobs';
import type { BookingState } from '#core/bookings/bookingState';
import type { Instant } from '#core/calendar/instant';
import type { LoadedBooking } from '#server/bookings/lockBooking';
import { giveBackPlace } from '#server/processorCalls/giveBackPlace';
import { recordFacts } from '#server/bookings/record';
import { cardOnFile } from '#server/bookings/cardOnFile';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { makeCall } from '#server/processorCalls/makeCall';
import { openCall, paymentUnderWay } from '#server/processorCalls/openCall';
import { bringsDocuments } from '#server/mail/letters/writeDocumentLetter';
import { wordingOf } from '#server/mail/letters/wordingOf';
import { writeMessage } from '#server/mail/letters/writeMessage';
import { type AskedByItself, holdPlaced, holdRenewed, partCharged, tooSmall } from '#core/payments/automatic';
import { zero } from '#core/money/minor';
import { deliveredFact } from '#core/bookings/deliveredFact';
import { askForInvoice, invoiceAsks, issueWhatFollows } from '#server/invoices/bookingDocuments';
import { ownerRow } from '#server/database/ownerRow';

type Context = {
  readonly tx: Tx;
  readonly deps: Deps;
  readonly loaded: LoadedBooking;
  readonly bookingState: BookingState;
  readonly now: Instant;
};
/** What is left to do outside, once the transaction has committed. */
export type Afterwards = (() => Promise<unknown>) | null;
type Run<K extends JobKind> = (context: Context, errand: Extract<WantedJob, { kind: K }>) => Promise<Afterwards>;

/** How an errand is carried out, once its kind has been looked up. */
export type RunJob = (context: Context, errand: WantedJob) => Promise<Afterwards>;

async function intend(
  { tx, deps, loaded, now }: Context,
  cause: string,
  { request, amount }: AskedByItself,
): Promise<Afterwards> {
  const id = await openCall(tx, { id: deps.newId(), bookingId: loaded.booking.id, cause, request, amount, now });
  return () => makeCall(deps, id);
}

/** What a processor is told of what it is asked for. */
export const describe = ({ booking }: Pick<LoadedBooking, 'booking'>): string => `${booking.number} ${booking.title}`;

/** What cannot be issued is said where documents are issued, and holds no letter up. */
async function issueBefore({ tx, deps, loaded, now }: Omit<Context, 'bookingState'>): Promise<void> {
  try {
    await issueWhatFollows(tx, deps, loaded, now, true);
  } catch (error) {
    deps.report(`documents of ${loaded.booking.number} before their letter`, error);
  }
}

/** One entry for each kind of errand: what it commits, and what it does afterwards. */
export const jobKinds: { readonly [K in JobKind]: Run<K> } = {
  async message({ tx, deps, loaded, bookingState, now }, { key, occasion, part = null, text }) {
    // An invoice that is open asks by its own day.
    if (occasion === 'overdue' && (await invoiceAsks(tx, loaded.booking.id, bookingState))) return null;
    // Asked at once: what it says, by whom, and what was issued.
    const wording = wordingOf(tx, occasion);
    await Promise.all([wording, bringsDocuments.has(occasion) ? issueBefore({ tx, deps, loaded, now }) : null]);
    const message = { id: deps.newId(), cause: key, occasion, part, now, ...(text ? { text } : {}) };
    const id = await writeMessage(tx, loaded, message);
    return id === null ? null : async () => deps.outbox.wake();
  },

  async charge(context, { key, part }) {
    const { tx, loaded, bookingState } = context;
    if (await paymentUnderWay(tx, loaded.booking.id)) throw new Error('another payment of this booking is under way');
    const card = (await cardOnFile(tx, bookingState.ledger.card))!;
    const cost = await costOf(tx, context.deps, card.account);
    const about = { card, cost, tax: loaded.booking.tax, description: describe(loaded) };
    const charged = partCharged(bookingState, part, about);
    return charged && intend(context, key, charged);
  },

  async placeHold(context, { key }) {
    const { tx, deps, loaded, bookingState } = context;
    const card = (await cardOnFile(tx, bookingState.ledger.holdCard))!;
    const raised = tooSmall(bookingState);
    const raises = raised !== null && (await abilitiesOfAuthorisation(tx, deps, raised)).raises;
    return intend(context, key, holdPlaced(bookingState, { card, raises, description: describe(loaded) }));
  },

  async renewHold(context, { key, authorisation }) {
    const { tx, deps, loaded, bookingState } = context;
    const card = (await cardOnFile(tx, bookingState.ledger.holdCard))!;
    // Refused once, a successor is tried.
    const longer = !bookingState.hold!.refusal && (await abilitiesOfAuthorisation(tx, deps, authorisation)).extends;
    return intend(
      context,
      key,
      holdRenewed(bookingState, authorisation, { card, longer, description: describe(loaded) }),
    );
  },

  releaseHold: (context, { key, authorisation }) =>
    intend(context, key, { request: { kind: 'release', authorisation }, amount: zero }),

  async lapse({ tx, deps, loaded, bookingState, now }) {
    const intents = await giveBackPlace(tx, deps, { loaded, bookingState, now });
    return async () => {
      for (const id of intents) await makeCall(deps, id);
    };
  },

  async deliver({ tx, loaded, bookingState, now }) {
    const { deliveredSince } = await ownerRow(tx);
    await recordFacts(tx, loaded, [deliveredFact(bookingState, loaded.booking, deliveredSince)], now);
    return null;
  },

  async document({ tx, deps, loaded, now }) {
    await issueWhatFollows(tx, deps, loaded, now);
    return async () => deps.outbox.wake();
  },

  async invoiceOverdue({ tx, deps, loaded, bookingState: current, now }, { key, document }) {
    const id = await askForInvoice(tx, deps, loaded, { current, document, key, now });
    return id === null ? null : async () => deps.outbox.wake();
  },

  async turn({ tx, loaded, now }) {
    await recordFacts(tx, loaded, [], now);
    return null;
  },
};
