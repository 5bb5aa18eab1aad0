import type { Auth } from '#server/door/auth';
import type { SignInSettings } from '#server/door/signInTerms';
import { onceWanted } from '#server/onceWanted';

/** Opens it at its first use: it is the largest package that there is, and no start waits for it. */
export type SignIn = () => Promise<Auth>;

export const openSignIn = (settings: SignInSettings): SignIn =>
  onceWanted(async () => (await import('#server/door/auth')).openAuth(settings));
