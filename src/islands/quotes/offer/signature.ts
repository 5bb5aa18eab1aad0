import type { SigningMethod } from '#core/quotes/facts';

export type SignatureDraft = {
  readonly name: string;
  readonly method: SigningMethod;
  readonly image: string | null;
  readonly consents: boolean;
};
export const emptySignature: SignatureDraft = { name: '', method: 'typed', image: null, consents: false };

/** What is missing of a signature; null where nothing is. */
export function signatureFault({ name, method, image, consents }: SignatureDraft): string | null {
  if (name.trim() === '') return 'Your name is needed.';
  if (method !== 'typed' && image === null) return method === 'drawn' ? 'Draw your signature.' : 'Choose a picture.';
  return consents ? null : 'Tick the sentence above to sign.';
}
