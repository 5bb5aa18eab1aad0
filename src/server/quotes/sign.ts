import type { SignatureIn } from '#contracts/quotes';
import type { Instant } from '#core/calendar/instant';
import type { Signature } from '#core/quote/acceptance';
import type { QuoteFactOf } from '#core/quote/facts';
import { canonicalText, type SignedDocument } from '#core/quote/signedDocument';
import { ok, type Result } from '#core/result';
import { signingConsent } from '#core/wording/consent';
import type { Tx } from '#server/database/open';
import { signedDocuments } from '#server/database/schema/quotes';
import { digestOfDocument } from '#server/quotes/digest';
import { type FileRefusal, storeSignature } from '#server/usecases/files';

export const signatureOf = ({ name, method, image, consents }: SignatureIn): Signature => ({
  name,
  method,
  consents,
  hasImage: image !== null,
});

type About = {
  readonly quoteId: string;
  readonly revision: number;
  readonly attempt: string;
  readonly signatory: string;
  readonly origin: string;
  readonly changes?: number;
  readonly now: Instant;
};

/** Keeps the document under its SHA-256 and makes the fact of its signature. */
export async function signatureFact(
  tx: Tx,
  document: SignedDocument,
  given: SignatureIn,
  about: About,
): Promise<Result<QuoteFactOf<'signed'>, FileRefusal>> {
  const { quoteId, now: madeAt, ...rest } = about;
  const sha256 = digestOfDocument(document);
  const text = canonicalText(document);
  await tx.insert(signedDocuments).values({ quoteId, sha256, document, text, madeAt }).onConflictDoNothing();
  const image =
    given.method === 'typed' || given.image === null ? ok(null) : await storeSignature(tx, given.image, madeAt);
  if (!image.ok) return image;
  const consent = signingConsent(document.agreement, document.business);
  const { name, method } = given;
  return ok({ kind: 'signed', at: madeAt, ...rest, name, method, image: image.value, consent, sha256 });
}
