import type { Result } from '#core/result';
import { mayOpen } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import { refuse } from '#core/result';
import type { APIContext, APIRoute } from 'astro';
import type { z } from 'zod';

type Refusal = { readonly code: string };

/** An endpoint for what a client does by a link: refused from a device that may not open it. */
export const linkEndpoint =
  <S extends z.ZodType<{ readonly link: string }>, T, R extends Refusal>(
    contract: S,
    useCase: (locals: APIContext['locals']) => (input: z.infer<S>) => Promise<Result<T, R>>,
    may = mayOpen,
  ): APIRoute =>
  (context) =>
    endpoint<S, T, R | { readonly code: 'device_unknown' }>(contract, (locals) => async (input) => {
      if (!(await may(locals, input.link))) return refuse({ code: 'device_unknown' });
      return useCase(locals)(input);
    })(context);
