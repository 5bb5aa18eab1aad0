import type { SignQuote } from '#contracts/quotes/quotes';
import { clientSignatory } from '#core/agreements/agreement';
import { ok, refuse, type Result } from '#core/result';
import { lockBooking } from '#server/bookings/lockBooking';
import type { Tx } from '#server/database/database';
import type { Deps } from '#server/deps';
import { agreementOfBooking } from '#server/quotes/agreementOfBooking';
import { lockQuote } from '#server/quotes/lockQuote';
import { recordQuoteFacts } from '#server/quotes/recordQuote';
import { signatureFact, signatureOf } from '#server/quotes/sign';
import { bookingOfLink } from '#server/links/clientLink';
import type { FileRefusal } from '#server/files/files';
import { type Drawn, drawnWhenWanted, pictureOf } from '#server/quotes/drawnWhenWanted';

export type SignChangeRefusal =
  | FileRefusal
  | { readonly code: 'link_unknown' | 'link_expired' | 'nothing_to_sign' | 'signature_missing' }
  | { readonly code: 'quote_changed'; readonly changes: readonly string[] };

/** The client signs what a change has made of the agreement: just the text that was read, or nothing. */
export const signChange =
  ({ db, clock }: Deps) =>
  async ({
    link,
    sha256,
    signature,
    origin,
  }: SignQuote & { readonly origin: string }): Promise<Result<null, SignChangeRefusal>> => {
    const decide =
      (drawn: Drawn) =>
      async (tx: Tx): Promise<Result<null, SignChangeRefusal>> => {
        const now = clock.now();
        const opened = await bookingOfLink(tx, link, now);
        if ('fault' in opened) return refuse({ code: opened.fault });
        if (opened.purpose === 'payer') return refuse({ code: 'link_unknown' });
        const booking = (await lockBooking(tx, opened.bookingId))!;
        const agreement = await agreementOfBooking(tx, booking, now);
        if (!agreement?.toSign) return refuse({ code: 'nothing_to_sign' });
        const { document, revision, changes } = agreement.toSign;
        if (agreement.toSign.sha256 !== sha256) return refuse({ code: 'quote_changed', changes: [] });
        const { name, consents, method, hasImage } = signatureOf(signature);
        if (name.trim() === '' || !consents || (method !== 'typed' && !hasImage))
          return refuse({ code: 'signature_missing' });
        const picture = pictureOf(drawn);
        const quote = (await lockQuote(tx, agreement.quote.quote.id))!;
        const by = {
          quoteId: quote.quote.id,
          revision,
          attempt: `change:${sha256}`,
          signatory: clientSignatory,
          origin,
          changes,
          drawn: picture,
          now,
        };
        const signed = await signatureFact(tx, document, signature, by);
        await recordQuoteFacts(tx, quote, [signed], now);
        return ok(null);
      };
    return drawnWhenWanted<null, SignChangeRefusal>(signature, (drawn) => db.transaction(decide(drawn)));
  };
