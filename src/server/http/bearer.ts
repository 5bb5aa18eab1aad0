import { createHash, timingSafeEqual } from 'node:crypto';

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

/** Whether a request brings the key as a bearer token (RFC 6750); never where there is no key. */
export function hasKey(headers: Headers, key: string | undefined): boolean {
  const given = /^Bearer (.+)$/.exec(headers.get('authorization') ?? '')?.[1];
  return key !== undefined && given !== undefined && timingSafeEqual(digest(given), digest(key));
}
