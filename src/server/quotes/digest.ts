import type { Offer } from '#core/quotes/offer';
import { canonicalText, type SignedDocument } from '#core/quotes/signedDocument';
import { canonicalJson } from '#core/sameValue';
import { createHash } from 'node:crypto';

export const sha256 = (text: string): string => createHash('sha256').update(text, 'utf8').digest('hex');

/** Of everything in the offer but its expiry: an offer that is renewed is the same offer. */
export const digestOfOffer = (offer: Offer): string => sha256(canonicalJson({ ...offer, expiresAt: null }));

export const digestOfDocument = (document: SignedDocument): string => sha256(canonicalText(document));
