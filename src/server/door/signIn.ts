import type { Database } from '#server/database/database';
import type { Auth } from '#server/door/auth';
import { onceWanted } from '#server/onceWanted';

export const addressHeader = 'x-ostendo-address';
/** What the names of its cookies begin with, past what a browser asks for before that. */
export const cookiePrefix = 'ostendo';

const hours = 60 * 60;
/** A session that nobody uses for so long is over, and each is after so long, used or not; in seconds. */
export const idleSeconds = 8 * hours;
export const sessionSeconds = 14 * 24 * hours;

const argon = onceWanted(() => import('@node-rs/argon2'));

export const hashPassword = async (password: string): Promise<string> => (await argon()).hash(password);

export type SignInSettings = { readonly db: Database; readonly secret: string; readonly baseUrl: string };

/** Opens it at its first use: it is the largest package that there is, and no start waits for it. */
export type SignIn = () => Promise<Auth>;

export const openSignIn = (settings: SignInSettings): SignIn =>
  onceWanted(async () => (await import('#server/door/auth')).openAuth(settings));
