import { ChangePassword } from '#contracts/door';
import { endpoint } from '#server/http/endpoint';
import { countedProof } from '#server/http/counted';
import type { APIRoute } from 'astro';

export const POST: APIRoute = (context) =>
  endpoint(ChangePassword, (locals) =>
    countedProof(locals, (request: ChangePassword) =>
      locals.app.door.changePassword(locals.session!, context.request.headers, request),
    ),
  )(context);
