import { refuse, type Result } from '#core/result';
import type { RefundLimit } from '#core/payments/refundLimit';
import type { APIContext } from 'astro';

type Locals = APIContext['locals'];
type Refusal = { readonly code: string };
/** By what the person can show again who they are. */
export type Asked = { readonly code: 'proof_needed'; readonly by: 'code' | 'password' };

const asked = async ({ app, session }: Locals): Promise<Asked | null> => {
  const { proven, by } = await app.proofOf(session!);
  return proven ? null : { code: 'proof_needed', by };
};

/** For what leads money elsewhere: done only where it was shown a moment ago who sits there. */
export const proven =
  <I, T, R extends Refusal>(
    locals: Locals,
    use: (input: I) => Promise<Result<T, R>>,
    wanted: (input: I) => Promise<boolean> = async () => true,
  ) =>
  async (input: I): Promise<Result<T, R | Asked>> => {
    const ask = (await wanted(input)) ? await asked(locals) : null;
    return ask ? refuse(ask) : use(input);
  };

/** For what may give money back: asked again where that is more than the owner lets pass without. */
export const provenRefund =
  <I, T, R extends Refusal>(locals: Locals, use: (input: I, limit: RefundLimit) => Promise<Result<T, R>>) =>
  async (input: I): Promise<Result<T, R | Asked>> => {
    const ask = await asked(locals);
    const result = await use(input, ask ? await locals.app.refundLimit() : null);
    return !result.ok && result.refusal.code === 'proof_needed' && ask ? refuse(ask) : result;
  };
