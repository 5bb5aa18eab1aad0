import { type Minor, remainder } from '#core/money/minor';

/**
 * Whether a sum fits on a client's house account beside what stands open on it. Without a limit each booking on account
 * is the owner's own decision.
 */
export const fitsOnAccount = (amount: Minor, about: { readonly limit: Minor | null; readonly used: Minor }): boolean =>
  about.limit === null || amount <= remainder(about.limit, about.used);
