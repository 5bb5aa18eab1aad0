import type { Auth } from '#server/auth/auth';
import type { SignInSettings } from '#server/auth/signInTerms';
import { lazy } from '#server/lazy';

/** Opens it at its first use: it is the largest package that there is, and no start waits for it. */
export type SignIn = () => Promise<Auth>;

export const openSignIn = (settings: SignInSettings): SignIn =>
  lazy(async () => (await import('#server/auth/auth')).openAuth(settings));
