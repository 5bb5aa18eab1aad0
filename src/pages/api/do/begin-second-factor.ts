import { WithPassword } from '#contracts/door';
import { endpoint } from '#server/http/endpoint';
import { countedProof } from '#server/http/counted';
import type { APIRoute } from 'astro';

export const POST: APIRoute = (context) =>
  endpoint(WithPassword, (locals) =>
    countedProof(locals, (request: WithPassword) =>
      locals.app.door.beginSecondFactor(context.request.headers, request),
    ),
  )(context);
