import { createHmac, timingSafeEqual } from 'node:crypto';
import { z } from 'zod';

const Claims = z.strictObject({
  /** Whom it is for: a person's id or address. */
  of: z.string(),
  /** Milliseconds since the epoch, of the machine's clock. */
  until: z.number(),
  once: z.string(),
});
export type Claims = z.infer<typeof Claims>;

const macOf = (secret: string, text: string): string => createHmac('sha256', secret).update(text).digest('base64url');

/**
 * A token that says whom it is for and until when, and that only who has the secret can make: nothing of it need stand
 * in a database.
 */
export function signedToken(secret: string, claims: Claims): string {
  const text = Buffer.from(JSON.stringify(claims)).toString('base64url');
  return `${text}.${macOf(secret, text)}`;
}

/** What a token says; null where it was made by somebody else, is cut off, or is over. */
export function readSignedToken(secret: string, token: string, now: number): Claims | null {
  const [text = '', mac = ''] = token.split('.');
  const right = Buffer.from(macOf(secret, text));
  const given = Buffer.from(mac);
  if (right.length !== given.length || !timingSafeEqual(right, given)) return null;
  const claims = Claims.parse(JSON.parse(Buffer.from(text, 'base64url').toString()));
  return claims.until > now ? claims : null;
}
