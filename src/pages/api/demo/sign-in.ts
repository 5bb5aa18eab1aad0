import { fromAddress } from '#server/http/signInTries';
import { problem } from '#server/http/problem';
import type { APIRoute } from 'astro';

/** The demo signs in with one click; any other installation has no such door. */
export const POST: APIRoute = async ({ locals, request }) => {
  const { demoSignIn } = locals.app;
  if (!demoSignIn) return problem(404, 'not_found');
  const { email, password } = demoSignIn;
  return (await locals.app.signIn()).api.signInEmail({
    body: { email, password },
    headers: fromAddress(request, locals.address).headers,
    asResponse: true,
  });
};
