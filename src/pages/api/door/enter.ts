import { EnterByLink } from '#contracts/door';
import { ok, refuse } from '#core/result';
import { countedDoor } from '#server/http/counted';
import { endpoint } from '#server/http/endpoint';
import { withCookiesOf } from '#server/http/withCookies';
import type { APIRoute } from 'astro';

/** A sign-in link that was made on the machine itself. The session's cookies are those of the sign-in's own answer. */
export const POST: APIRoute = async (context) => {
  let entered: Response | null = null;
  const answer = await endpoint(EnterByLink, (locals) =>
    countedDoor(locals, async (given: EnterByLink) => {
      entered = await locals.app.door.enterByLink(given, context.request.headers);
      return entered ? ok({ entered: true }) : refuse({ code: 'link_over' as const });
    }),
  )(context);
  return withCookiesOf(entered, answer);
};
