import type { Deps } from '#server/deps';
import { timingSafeEqual } from 'node:crypto';

/** Letters and digits that are not taken for one another when they are read off a screen. */
const letters = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const length = 8;

/**
 * The code that the first start asks for: printed where the server was started, so that nobody who only reaches its
 * address makes themselves the owner. The same until then, for all processes of an installation.
 */
export function startCode({ keyOf }: Pick<Deps, 'keyOf'>): string {
  const bytes = Buffer.from(keyOf('first start', 'code'), 'base64url').subarray(0, length);
  const text = [...bytes].map((byte) => letters[byte % letters.length]!).join('');
  return `${text.slice(0, 4)}-${text.slice(4)}`;
}

/** Typed in small letters, with spaces, or without the line in the middle, it is the same code. */
export function isStartCode(deps: Pick<Deps, 'keyOf'>, typed: string): boolean {
  const plain = (code: string): Buffer => Buffer.from(code.toUpperCase().replace(/[^A-Z0-9]/g, ''));
  const [right, given] = [plain(startCode(deps)), plain(typed)];
  return right.length === given.length && timingSafeEqual(right, given);
}
