import type { Deps } from '#server/deps';
import { type Claims, readSignedToken, signedToken } from '#server/auth/signedToken';
import { randomUUID } from 'node:crypto';

export const linkMinutes = { 'new password': 30, 'sign-in link': 15, 'signs in': 1 } as const;
type LinkKind = keyof typeof linkMinutes;
type Keys = Pick<Deps, 'keyOf'>;

/** A link for one person and one use. Made with the installation's secret alone, so that a command on the machine can. */
export function doorToken({ keyOf }: Keys, kind: LinkKind, email: string, once: string): string {
  const until = Date.now() + linkMinutes[kind] * 60_000;
  return signedToken(keyOf('door', kind), { of: email.toLowerCase(), until, once });
}

export const readDoorToken = ({ keyOf }: Keys, kind: LinkKind, token: string): Claims | null =>
  readSignedToken(keyOf('door', kind), token, Date.now());

/** Whom the same command asks the server about first. */
export const signsInToken = (deps: Keys, email: string): string => doorToken(deps, 'signs in', email, randomUUID());

/** The link that a command on this machine prints. */
export const signInLink = (deps: Pick<Deps, 'keyOf' | 'baseUrl'>, email: string): string =>
  `${deps.baseUrl}/enter#${doorToken(deps, 'sign-in link', email, randomUUID())}`;
