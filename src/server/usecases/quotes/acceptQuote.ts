import type { Acceptance } from '#contracts/routes/quotePage';
import type { AcceptQuote, ConvertQuote, SignByBusiness, SignQuote } from '#contracts/quotes/quotes';
import { clientSignatory, businessSignatory, nextToSign } from '#core/agreements/agreement';
import { localDate } from '#core/calendar/zoned';
import type { Minor } from '#core/money/minor';
import {
  type AcceptanceRefusal,
  mayAccept,
  maySign,
  type OutOfLimits,
  type SigningRefusal,
} from '#core/quotes/acceptance';
import type { QuoteFact } from '#core/quotes/facts';
import { choiceOutOfLimits, presetChoice } from '#core/quotes/offer';
import { offerChanges } from '#core/quotes/offerChanges';
import { signedDocument, standingOfOffer } from '#core/quotes/signedDocument';
import { ok, refuse, type Result } from '#core/result';
import type { InsertRefusal } from '#server/bookings/insertBooking';
import type { Tx } from '#server/database/database';
import { lockOwner } from '#server/database/ownerRow';
import type { business } from '#server/database/schema/business';
import { quoteRevisions, signedDocuments } from '#server/database/schema/quotes';
import type { Deps } from '#server/deps';
import { finishQuote } from '#server/quotes/finish';
import { freeze, type HasGaps } from '#server/quotes/freeze';
import { recordQuoteFacts } from '#server/quotes/recordQuote';
import { signatureFact, signatureOf } from '#server/quotes/sign';
import type { FileRefusal } from '#server/files/files';
import { type Drawn, drawnWhenWanted, pictureOf } from '#server/quotes/drawnWhenWanted';
import { type OpenQuote, onQuote, onQuoteLink, type QuoteEdited, type QuoteNotFound } from '#server/unitOfWork/onQuote';
import { and, eq } from 'drizzle-orm';

type OfferChanged = { readonly code: 'quote_changed'; readonly changes: readonly string[] };
type AcceptRefusal =
  | AcceptanceRefusal
  | InsertRefusal
  | FileRefusal
  | OfferChanged
  | { readonly code: 'link_unknown' }
  | { readonly code: 'sums_changed'; readonly total: Minor; readonly dueNow: Minor };
/** Of a signature that follows the client's: the business's, or a further signatory's. */
type FurtherRefusal = SigningRefusal | InsertRefusal;
type SignRefusal = FurtherRefusal | FileRefusal | OfferChanged | { readonly code: 'link_unknown' };
type NotThis = QuoteNotFound | QuoteEdited;
type Over = { readonly code: 'quote_over'; readonly state: string };
type ConvertRefusal = InsertRefusal | OutOfLimits | HasGaps | Over;

type Owner = typeof business.$inferSelect;
const ownerInto = (hold: { owner?: Owner }) => async (tx: Tx) => {
  hold.owner = await lockOwner(tx);
};

/** What the client is shown where the offer is another one than the page that was read. */
async function changedSince({ tx, loaded, now }: OpenQuote, digest: string) {
  const [read] = await tx
    .select()
    .from(quoteRevisions)
    .where(and(eq(quoteRevisions.quoteId, loaded.quote.id), eq(quoteRevisions.digest, digest)));
  return refuse({ code: 'quote_changed', changes: read ? offerChanges(read.offer, loaded.offer!, now) : [] });
}

/**
 * The client accepts just what was read, and signs it where there is something to sign. When nobody else has to sign
 * it becomes a booking at once. A repeat of the same attempt is answered as the first was.
 */
export const acceptQuote =
  (deps: Deps) =>
  async ({
    origin,
    ...request
  }: AcceptQuote & { readonly origin: string }): Promise<Result<Acceptance, AcceptRefusal>> => {
    const hold: { owner?: Owner } = {};
    const { link, attempt, seen, choice, filled, signature } = request;
    const decide =
      (drawn: Drawn) =>
      async (open: OpenQuote & { readonly who: string }): Promise<Result<Acceptance, AcceptRefusal>> => {
        const { tx, loaded, current, now, who } = open;
        const { quote, offer, digest, facts } = loaded;
        const mine = facts.find((fact) => 'attempt' in fact && fact.attempt === attempt);
        if (mine) return ok(answerOf(current.accepted));
        if (who !== clientSignatory || !offer) return refuse({ code: 'not_your_turn' });
        if (seen.digest !== digest) return changedSince(open, seen.digest);
        const may = mayAccept(offer, current, { choice, filled, signature: signature && signatureOf(signature) });
        if (!may.ok) return may;
        const bookingState = standingOfOffer(offer, choice, now);
        if (!bookingState.ok) return bookingState;
        const { total } = bookingState.value.agreed;
        const { dueNow } = bookingState.value.position;
        // A page of another day reads otherwise: days are named from it, and what is due now hangs on it.
        const sameDay = seen.at <= now && localDate(seen.at, offer.timeZone) === localDate(now, offer.timeZone);
        if (!sameDay || total !== seen.total || dueNow !== seen.dueNow)
          return refuse({ code: 'sums_changed', total, dueNow });

        const picture = pictureOf(drawn);
        const { revision } = current;
        const added: QuoteFact[] = [{ kind: 'chose', at: now, revision, choice, filled, total }];
        if (offer.agreement) {
          const about = { businessName: hold.owner!.name, number: quote.number, revision, choice, filled };
          const read = standingOfOffer(offer, choice, seen.at);
          if (!read.ok) return read;
          const document = signedDocument(offer, about, read.value);
          const of = { quoteId: quote.id, revision, attempt, signatory: clientSignatory };
          added.push(await signatureFact(tx, document, signature!, { ...of, origin, drawn: picture, now }));
        }
        return finishOrWait(open, hold.owner!, added, attempt, deps);
      };
    return drawnWhenWanted<Acceptance, AcceptRefusal>(signature, (drawn) =>
      onQuoteLink<Acceptance, AcceptRefusal>(deps, link, decide(drawn), ownerInto(hold)),
    );
  };

const answerOf = (accepted: { readonly number: string } | null): Acceptance =>
  accepted ? { state: 'accepted', number: accepted.number } : { state: 'signing', number: null };

/** Writes what was done; and the booking, where that was the last signature that it waited for. */
async function finishOrWait(
  { tx, loaded, current, now }: OpenQuote,
  owner: Owner,
  added: readonly QuoteFact[],
  attempt: string,
  { newId }: Deps,
): Promise<Result<Acceptance, InsertRefusal>> {
  const offer = loaded.offer!;
  const signed = [...current.signatures, ...added].flatMap((fact) => (fact.kind === 'signed' ? [fact.signatory] : []));
  if (offer.agreement && nextToSign(offer.agreement, signed).length > 0) {
    await recordQuoteFacts(tx, loaded, added, now);
    return ok(answerOf(null));
  }
  const chosen = added.find((fact) => fact.kind === 'chose');
  const { choice, filled } = chosen?.kind === 'chose' ? chosen : current;
  const accepted = { revision: current.revision, attempt, by: 'client', how: 'page', choice, filled } as const;
  const made = await finishQuote(tx, owner, { loaded, offer, accepted }, { newId, now });
  if (!made.ok) return made;
  await recordQuoteFacts(tx, loaded, [...added, made.value], now);
  return ok(answerOf(made.value));
}

/** A further signatory signs the very document that the client signed; the last one makes it a booking. */
export const signQuote =
  (deps: Deps) =>
  async ({
    origin,
    link,
    sha256,
    signature,
  }: SignQuote & { readonly origin: string }): Promise<Result<Acceptance, SignRefusal>> => {
    const hold: { owner?: Owner } = {};
    const decide =
      (drawn: Drawn) =>
      async (open: OpenQuote & { readonly who: string }): Promise<Result<Acceptance, SignRefusal>> => {
        const first = signedByClient(open);
        if (first && sha256 !== first.sha256) return refuse({ code: 'quote_changed', changes: [] });
        return signFurther(open, { signature, drawn, origin, deps, owner: hold.owner!, signatory: open.who });
      };
    return drawnWhenWanted<Acceptance, SignRefusal>(signature, (drawn) =>
      onQuoteLink<Acceptance, SignRefusal>(deps, link, decide(drawn), ownerInto(hold)),
    );
  };

const signedByClient = ({ current }: OpenQuote) =>
  current.signatures.find((each) => each.signatory === clientSignatory);

async function signFurther(
  open: OpenQuote,
  given: {
    owner: Owner;
    signatory: string;
    signature: SignQuote['signature'];
    drawn: Drawn;
    origin: string;
    deps: Deps;
  },
): Promise<Result<Acceptance, FurtherRefusal>> {
  const { tx, loaded, current, now } = open;
  const { owner, signatory, signature, origin, deps } = given;
  const may = maySign(current, signatory, signatureOf(signature));
  if (!may.ok) return may;
  const picture = pictureOf(given.drawn);
  const first = signedByClient(open)!;
  const [kept] = await tx
    .select()
    .from(signedDocuments)
    .where(and(eq(signedDocuments.quoteId, loaded.quote.id), eq(signedDocuments.sha256, first.sha256)));
  const attempt = `${signatory}:${first.sha256}`;
  const by = {
    quoteId: loaded.quote.id,
    revision: current.revision,
    attempt,
    signatory,
    origin,
    drawn: picture,
    now,
  };
  return finishOrWait(open, owner, [await signatureFact(tx, kept!.document, signature, by)], attempt, deps);
}

/**
 * The business signs: beforehand what it is about to offer, so that the client's signature goes straight on to the
 * payment; or, where the agreement wants it last, what all others have signed.
 */
export const signByBusiness =
  (deps: Deps) =>
  async ({
    origin,
    signature,
    ...about
  }: SignByBusiness & { readonly origin: string }): Promise<
    Result<Acceptance, FurtherRefusal | FileRefusal | HasGaps | NotThis>
  > => {
    const hold: { owner?: Owner } = {};
    const decide =
      (drawn: Drawn) =>
      async (open: OpenQuote): Promise<Result<Acceptance, FurtherRefusal | HasGaps>> => {
        const { tx, loaded, current, now } = open;
        const { owner } = hold;
        if (current.state === 'signing')
          return signFurther(open, {
            owner: owner!,
            signatory: businessSignatory,
            signature,
            drawn,
            origin,
            deps,
          });
        if (current.state === 'accepted') return refuse({ code: 'quote_over', state: current.state });
        if (!signature.consents || (signature.method !== 'typed' && !signature.image))
          return refuse({ code: 'signature_missing' });
        const picture = pictureOf(drawn);
        const frozen = await freeze(tx, loaded, now, { signedFirst: false });
        if (!frozen.ok) return frozen;
        const { offer, revision } = frozen.value;
        const choice = presetChoice(offer);
        const bookingState = standingOfOffer(offer, choice, now);
        if (!bookingState.ok) return bookingState;
        const { number, id: quoteId } = loaded.quote;
        const parts = { businessName: owner!.name, number, revision, choice, filled: {} };
        const by = {
          quoteId,
          revision,
          attempt: `business:${frozen.value.digest}`,
          signatory: businessSignatory,
          origin,
          drawn: picture,
          now,
        };
        const again = loaded.facts.some((fact) => fact.kind === 'signed' && fact.attempt === by.attempt);
        if (again) return ok(answerOf(null));
        const signed = await signatureFact(tx, signedDocument(offer, parts, bookingState.value), signature, by);
        await recordQuoteFacts(tx, loaded, [signed], now);
        return ok(answerOf(null));
      };
    return drawnWhenWanted<Acceptance, FurtherRefusal | HasGaps | NotThis>(signature, (drawn) =>
      onQuote(deps, about, decide(drawn), ownerInto(hold)),
    );
  };

/** The owner books for a client who has agreed by telephone; recorded as just that, with no signature of the client's. */
export const convertQuote =
  (deps: Deps) =>
  ({ choice, ...about }: ConvertQuote): Promise<Result<Acceptance, ConvertRefusal | NotThis>> => {
    const hold: { owner?: Owner } = {};
    const decide = async (open: OpenQuote): Promise<Result<Acceptance, ConvertRefusal>> => {
      const { tx, loaded, current, now } = open;
      if (current.state === 'accepted') return refuse({ code: 'quote_over', state: current.state });
      const { owner } = hold;
      const frozen = await freeze(tx, loaded, now, { signedFirst: false });
      if (!frozen.ok) return frozen;
      const { offer, revision } = frozen.value;
      const extra = choiceOutOfLimits(offer, choice);
      if (extra !== null) return refuse({ code: 'extra_out_of_limits', path: `choice.${extra}` });
      const attempt = `telephone:${loaded.quote.id}`;
      const accepted = { revision, attempt, by: 'owner', how: 'telephone', choice, filled: current.filled } as const;
      const made = await finishQuote(tx, owner!, { loaded, offer, accepted }, { newId: deps.newId, now });
      if (!made.ok) return made;
      await recordQuoteFacts(tx, { ...loaded, offer }, [made.value], now);
      return ok(answerOf(made.value));
    };
    return onQuote(deps, about, decide, ownerInto(hold));
  };
