import { refuse, type Result } from '#core/result';
import type { Counted, Who } from '#server/rateLimits/limits';
import type { APIContext } from 'astro';

type Refusal = { readonly code: string };
type Locals = APIContext['locals'];
export type TooManyTries = { readonly code: 'too_many_tries'; readonly seconds: number };

/**
 * Counts what is tried before it is tried, so that many at once are no way round, and takes it back where it was not
 * counted. Where a count is full nothing is tried, and the refusal says for how many seconds.
 */
export const counted =
  <I, T, R extends Refusal>(
    { app, address }: Locals,
    what: Counted,
    about: {
      readonly subject?: (input: I) => string | undefined;
      readonly counts: (result: Result<T, R>) => boolean;
    },
    use: (input: I) => Promise<Result<T, R>>,
  ) =>
  async (input: I): Promise<Result<T, R | TooManyTries>> => {
    const subject = about.subject?.(input);
    const who: Who = { address, ...(subject === undefined ? {} : { subject }) };
    const taken = await app.limits.take(what, who);
    if (!taken.ok) return refuse({ code: 'too_many_tries', seconds: taken.seconds });
    const result = await use(input);
    if (!about.counts(result)) await app.limits.giveBack(what, who);
    return result;
  };

/** Passwords and codes that somebody tries in an open session, counted by network and by the person whose it is. */
export const countedProof = <I, T, R extends Refusal>(locals: Locals, use: (input: I) => Promise<Result<T, R>>) =>
  counted<I, T, R>(
    locals,
    'secondFactor',
    {
      subject: () => locals.session!.personId,
      counts: (result) => !result.ok && ['password_wrong', 'code_wrong'].includes(result.refusal.code),
    },
    use,
  );

/** Links and codes of the door, counted by network and in all. */
export const countedDoor = <I, T, R extends Refusal>(locals: Locals, use: (input: I) => Promise<Result<T, R>>) =>
  counted<I, T, R>(
    locals,
    'door',
    { counts: (result) => !result.ok && ['link_over', 'start_code_wrong'].includes(result.refusal.code) },
    use,
  );

/** What a request of a client is about: a link, or the key of a cart. */
type About = { readonly link?: string; readonly key?: string };

/** Voucher codes, counted by network, booking or cart, and in all: who tries many wrong ones learns no more. */
export const countedVoucher = <I extends About, T, R extends Refusal>(
  locals: Locals,
  use: (input: I) => Promise<Result<T, R>>,
) =>
  counted<I, T, R>(
    locals,
    'voucher',
    {
      subject: ({ link, key }) => link ?? key,
      counts: (result) => !result.ok && result.refusal.code === 'voucher_unknown',
    },
    use,
  );

/** Cards that are tried over many bookings, counted by network, by card and in all, beside what one booking lets. */
export const countedCard = <
  I extends { readonly card?: string | undefined },
  T extends { readonly state: string },
  R extends Refusal,
>(
  locals: Locals,
  use: (input: I) => Promise<Result<T, R>>,
) => {
  const tried = counted<I, T, R>(
    locals,
    'card',
    { subject: ({ card }) => card, counts: (result) => result.ok && result.value.state === 'declined' },
    use,
  );
  return async (input: I): Promise<Result<T, R | { readonly code: 'too_many_cards' }>> => {
    const result = await tried(input);
    if (result.ok || result.refusal.code !== 'too_many_tries') return result as Result<T, R>;
    return refuse({ code: 'too_many_cards' });
  };
};
