import { refuse, type Result } from '#core/result';
import type { APIContext } from 'astro';

type Wrong = { readonly code: string };

/** Codes that are guessed: who tries many wrong ones from one address is told to wait, and learns no more. */
export const guarded =
  <I, T, R extends Wrong>({ app, address }: APIContext['locals'], use: (input: I) => Promise<Result<T, R>>) =>
  async (input: I): Promise<Result<T, R | { readonly code: 'too_many_tries' }>> => {
    if (!(await app.codeTries(address))) return refuse({ code: 'too_many_tries' });
    const result = await use(input);
    if (!result.ok && result.refusal.code === 'voucher_unknown') await app.codeFailed(address);
    return result;
  };

/** Cards that are tried over many bookings from one address: what one booking lets is let of all of them together. */
export const cardGuarded =
  <I, T extends { readonly state: string }, R extends Wrong>(
    { app, address }: APIContext['locals'],
    use: (input: I) => Promise<Result<T, R>>,
  ) =>
  async (input: I): Promise<Result<T, R | { readonly code: 'too_many_cards' }>> => {
    if (!(await app.cardTries(address))) return refuse({ code: 'too_many_cards' });
    const result = await use(input);
    if (result.ok && result.value.state === 'declined') await app.cardFailed(address);
    return result;
  };
