import { atCost } from '#core/fee/cost';
import { abilitiesOfAuthorisation, costOf } from '#server/ways/payAccounts';
import type { ErrandKind, WantedErrand } from '#core/agenda/wantedErrands';
import type { Standing } from '#core/booking/standing';
import type { Instant } from '#core/calendar/instant';
import type { LoadedBooking } from '#server/booking/lockBooking';
import { giveBackPlace } from '#server/intents/giveBackPlace';
import { recordFacts } from '#server/booking/record';
import { cardOnFile } from '#server/booking/cardOnFile';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { carryOut } from '#server/intents/carryOut';
import { openIntent, paymentUnderWay } from '#server/intents/openIntent';
import type { IntentRequest } from '#core/paying/request';
import { bringsDocuments } from '#server/letters/writeDocumentLetter';
import { writeMessage } from '#server/letters/writeMessage';
import { chargeOfPart } from '#core/paying/withFee';
import { zero } from '#core/money/minor';
import { deliveredFact } from '#core/paying/deliveredFact';
import { askForInvoice, invoiceAsks, issueWhatFollows } from '#server/invoicing/bookingDocuments';
import { ownerRow } from '#server/database/ownerRow';

type Context = {
  readonly tx: Tx;
  readonly deps: Deps;
  readonly loaded: LoadedBooking;
  readonly standing: Standing;
  readonly now: Instant;
};
/** What is left to do outside, once the transaction has committed. */
export type Afterwards = (() => Promise<unknown>) | null;
type Run<K extends ErrandKind> = (context: Context, errand: Extract<WantedErrand, { kind: K }>) => Promise<Afterwards>;

/** How an errand is carried out, once its kind has been looked up. */
export type RunErrand = (context: Context, errand: WantedErrand) => Promise<Afterwards>;

async function intend(
  { tx, deps, loaded, now }: Context,
  cause: string,
  request: IntentRequest,
  amount: typeof zero,
): Promise<Afterwards> {
  const id = await openIntent(tx, { id: deps.newId(), bookingId: loaded.booking.id, cause, request, amount, now });
  return () => carryOut(deps, id);
}

const describe = ({ booking }: LoadedBooking): string => `${booking.number} ${booking.title}`;

/** What cannot be issued is said where documents are issued, and holds no letter up. */
async function issueBefore({ tx, deps, loaded, now }: Omit<Context, 'standing'>): Promise<void> {
  try {
    await tx.transaction((within) => issueWhatFollows(within, deps, loaded, now));
  } catch (error) {
    deps.report(`documents of ${loaded.booking.number} before their letter`, error);
  }
}

/** One entry for each kind of errand: what it commits, and what it does afterwards. */
export const errandKinds: { readonly [K in ErrandKind]: Run<K> } = {
  async message({ tx, deps, loaded, standing, now }, { key, occasion, part = null, text }) {
    // An invoice that is open asks by its own day.
    if (occasion === 'overdue' && (await invoiceAsks(tx, loaded.booking.id, standing))) return null;
    if (bringsDocuments.has(occasion)) await issueBefore({ tx, deps, loaded, now });
    const message = { id: deps.newId(), cause: key, occasion, part, now, ...(text ? { text } : {}) };
    const id = await writeMessage(tx, loaded, message);
    return id === null ? null : async () => deps.outbox.wake();
  },

  async charge(context, { key, part }) {
    const { tx, loaded, standing } = context;
    if (await paymentUnderWay(tx, loaded.booking.id)) throw new Error('another payment of this booking is under way');
    const card = await cardOnFile(tx, standing.ledger.card);
    const cost = await costOf(tx, context.deps, card!.account);
    const { charged, ...fee } = chargeOfPart(atCost(standing, cost), part, loaded.booking.tax, card!.way);
    if (charged === 0) return null;
    return intend(context, key, { kind: 'charge', card: card!, description: describe(loaded), ...fee }, charged);
  },

  async placeHold(context, { key }) {
    const { tx, deps, loaded, standing } = context;
    const card = await cardOnFile(tx, standing.ledger.holdCard);
    const { toPlace: amount, inForce } = standing.hold!; // one in force may be of a sum that has changed since
    if (inForce && amount > inForce.amount && !standing.hold!.refusal) {
      const { raises } = await abilitiesOfAuthorisation(tx, deps, inForce.id);
      const request = { kind: 'raise' as const, authorisation: inForce.id, held: inForce.amount, card: card! };
      if (raises) return intend(context, key, request, amount);
    }
    // The second half of a swap continues the chain, for the network as well.
    const last = standing.ledger.authorisations.at(-1);
    const swapped = standing.agreed.terms.hold?.style === 'swap' && last?.state === 'released';
    const renewal = swapped ? { renews: last.id } : {};
    const description = describe(loaded);
    return intend(context, key, { kind: 'hold', card: card!, clientPresent: false, description, ...renewal }, amount);
  },

  async renewHold(context, { key, authorisation }) {
    const { tx, deps, loaded, standing } = context;
    const card = await cardOnFile(tx, standing.ledger.holdCard);
    const { amount, refusal } = standing.hold!;
    // Refused once, a successor is tried.
    if (!refusal && (await abilitiesOfAuthorisation(tx, deps, authorisation)).extends)
      return intend(context, key, { kind: 'extend', authorisation, card: card! }, amount);
    const description = describe(loaded);
    return intend(
      context,
      key,
      { kind: 'hold', card: card!, renews: authorisation, clientPresent: false, description },
      amount,
    );
  },

  releaseHold: (context, { key, authorisation }) => intend(context, key, { kind: 'release', authorisation }, zero),

  async lapse({ tx, deps, loaded, standing, now }) {
    const intents = await giveBackPlace(tx, deps, { loaded, standing, now });
    return async () => {
      for (const id of intents) await carryOut(deps, id);
    };
  },

  async deliver({ tx, loaded, standing, now }) {
    const { deliveredSince } = await ownerRow(tx);
    await recordFacts(tx, loaded, [deliveredFact(standing, loaded.booking, deliveredSince)], now);
    return null;
  },

  async document({ tx, deps, loaded, now }) {
    await issueWhatFollows(tx, deps, loaded, now);
    return async () => deps.outbox.wake();
  },

  async invoiceOverdue({ tx, deps, loaded, standing: current, now }, { key, document }) {
    const id = await askForInvoice(tx, deps, loaded, { current, document, key, now });
    return id === null ? null : async () => deps.outbox.wake();
  },

  async turn({ tx, loaded, now }) {
    await recordFacts(tx, loaded, [], now);
    return null;
  },
};
