import type { SignatureIn } from '#contracts/quotes/quotes';
import type { Result } from '#core/result';
import { drawnSignature, type FileRefusal } from '#server/files/files';
import type { Picture } from '#server/pictures/remadePicture';

/** Ends the transaction of a decision that would be taken, but for a picture that nobody has drawn yet. */
class PictureWanted extends Error {
  override readonly name = 'PictureWanted';
}
/** A signature's picture: null where there is none; `wanted` where it is drawn once everything else was looked at. */
export type Drawn = Picture | 'wanted' | null;

/**
 * The picture as it is kept. Asked for once nothing else can refuse the signature.
 * @throws {PictureWanted} where it is still to be drawn: nothing is written
 */
export function pictureOf(drawn: Drawn): Picture | null {
  if (drawn === 'wanted') throw new PictureWanted();
  return drawn;
}

/**
 * Decides twice where there is a signature to draw: first without its picture, so that nothing is drawn for a link that
 * opens nothing, an offer that has changed, or anything else that is refused; then with it. Drawing takes half a second of
 * a processor and the decision locks what others wait for, so it is drawn in between.
 */
export async function drawnWhenWanted<T, R extends { readonly code: string }>(
  signature: SignatureIn | null,
  decide: (drawn: Drawn) => Promise<Result<T, R>>,
): Promise<Result<T, R | FileRefusal>> {
  if (signature === null || signature.method === 'typed' || signature.image === null) return decide(null);
  try {
    return await decide('wanted');
  } catch (error) {
    if (!(error instanceof PictureWanted)) throw error;
  }
  const drawn = await drawnSignature(signature);
  return drawn.ok ? decide(drawn.value) : drawn;
}
