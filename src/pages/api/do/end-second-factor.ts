import { WithPassword } from '#contracts/door';
import { ok, refuse } from '#core/result';
import { countedProof } from '#server/http/counted';
import { endpoint } from '#server/http/endpoint';
import { withCookiesOf } from '#server/http/withCookies';
import type { APIRoute } from 'astro';

/** The session goes on as a new one. */
export const POST: APIRoute = async (context) => {
  let ended: Response | null = null;
  const answer = await endpoint(WithPassword, (locals) =>
    countedProof(locals, async (request: WithPassword) => {
      ended = await locals.app.door.endSecondFactor(context.request.headers, request);
      return ended ? ok({ ended: true }) : refuse({ code: 'password_wrong' as const, path: 'password' as const });
    }),
  )(context);
  return withCookiesOf(ended, answer);
};
