import { refuse, type Result } from '#core/result';
import type { RefundLimit } from '#server/booking/refundLimit';
import { endpoint } from '#server/http/endpoint';
import type { APIContext, APIRoute } from 'astro';
import type { z } from 'zod';

type Locals = APIContext['locals'];
type Refusal = { readonly code: string };
/** By what the person can show again who they are. */
type Asked = { readonly code: 'proof_needed'; readonly by: 'code' | 'password' };

const asked = async ({ app, session }: Locals): Promise<Asked | null> => {
  const { proven, by } = await app.proofOf(session!);
  return proven ? null : { code: 'proof_needed', by };
};

/** For what leads money elsewhere: done only where it was shown a moment ago who sits there. */
export const provenEndpoint = <S extends z.ZodType, T, R extends Refusal>(
  contract: S,
  useCase: (locals: Locals) => (input: z.infer<S>) => Promise<Result<T, R>>,
  wanted: (locals: Locals, input: z.infer<S>) => Promise<boolean> = async () => true,
): APIRoute =>
  endpoint<S, T, R | Asked>(contract, (locals) => async (input) => {
    const ask = (await wanted(locals, input)) ? await asked(locals) : null;
    return ask ? refuse(ask) : useCase(locals)(input);
  });

/** For what may give money back: asked again where that is more than the owner lets pass without. */
export const refundEndpoint = <S extends z.ZodType, T, R extends Refusal>(
  contract: S,
  useCase: (locals: Locals) => (input: z.infer<S>, limit: RefundLimit) => Promise<Result<T, R>>,
): APIRoute =>
  endpoint<S, T, R | Asked>(contract, (locals) => async (input) => {
    const ask = await asked(locals);
    const result = await useCase(locals)(input, ask ? await locals.app.refundLimit() : null);
    return !result.ok && result.refusal.code === 'proof_needed' && ask ? refuse(ask) : result;
  });
