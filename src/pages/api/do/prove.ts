import { Prove } from '#contracts/door';
import { endpoint } from '#server/http/endpoint';
import { countedProof } from '#server/http/counted';
import type { APIRoute } from 'astro';

export const POST: APIRoute = (context) =>
  endpoint(Prove, (locals) =>
    countedProof(locals, (request: Prove) => locals.app.door.prove(locals.session!, context.request.headers, request)),
  )(context);
