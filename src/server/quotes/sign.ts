import type { SignatureIn } from '#contracts/quotes/quotes';
import type { Instant } from '#core/calendar/instant';
import type { Signature } from '#core/quotes/acceptance';
import type { QuoteFactOf } from '#core/quotes/facts';
import { canonicalText, type SignedDocument } from '#core/quotes/signedDocument';
import { signingConsent } from '#core/wording/consent';
import type { Tx } from '#server/database/database';
import { signedDocuments } from '#server/database/schema/quotes';
import { digestOfDocument } from '#server/quotes/digest';
import type { Picture } from '#server/pictures/remadePicture';
import { storeSignature } from '#server/files/files';

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
  /** The picture of it, drawn before this transaction; null where it was typed. */
  readonly drawn: Picture | null;
  readonly now: Instant;
};

/** Keeps the document under its SHA-256 and makes the fact of its signature. */
export async function signatureFact(
  tx: Tx,
  document: SignedDocument,
  given: SignatureIn,
  about: About,
): Promise<QuoteFactOf<'signed'>> {
  const { quoteId, drawn, now: madeAt, ...rest } = about;
  const sha256 = digestOfDocument(document);
  const text = canonicalText(document);
  await tx.insert(signedDocuments).values({ quoteId, sha256, document, text, madeAt }).onConflictDoNothing();
  const image = drawn && (await storeSignature(tx, drawn, madeAt));
  const consent = signingConsent(document.agreement, document.business);
  const { name, method } = given;
  return { kind: 'signed', at: madeAt, ...rest, name, method, image, consent, sha256 };
}
