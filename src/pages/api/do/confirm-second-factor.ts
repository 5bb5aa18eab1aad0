import { SecondFactor } from '#contracts/door';
import { ok, refuse } from '#core/result';
import { endpoint } from '#server/http/endpoint';
import { countedProof } from '#server/http/counted';
import { withCookiesOf } from '#server/http/withCookies';
import type { APIRoute } from 'astro';

/** The first right code puts it in force; the session goes on as a new one. */
export const POST: APIRoute = async (context) => {
  let confirmed: Response | null = null;
  const answer = await endpoint(SecondFactor, (locals) =>
    countedProof(locals, async (request: SecondFactor) => {
      confirmed = await locals.app.door.confirmSecondFactor(context.request.headers, request);
      return confirmed ? ok({ confirmed: true }) : refuse({ code: 'code_wrong' as const, path: 'code' as const });
    }),
  )(context);
  return withCookiesOf(confirmed, answer);
};
