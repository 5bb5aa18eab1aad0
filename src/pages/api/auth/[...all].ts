import { signInBodies } from '#contracts/auth/signInBodies';
import { outOfBounds } from '#server/http/bounds';
import { problem } from '#server/http/problem';
import { countedCode, countedSignIn, fromAddress } from '#server/http/signInTries';
import type { APIRoute } from 'astro';

/** The sign-in that waits for its second factor is known by its cookie. */
const waiting = /ostendo\.two_factor=([^;]+)/;

/** Nobody signs up by themselves: the first start makes the owner. Everything else goes through Ostendo's own endpoints. */
export const ALL: APIRoute = async (context) => {
  const { locals, params, request } = context;
  const path = params.all ?? '';
  if (!Object.hasOwn(signInBodies, path)) return problem(404, 'not_found');
  if (request.method !== 'POST') return problem(405, 'not_allowed');
  const json: unknown = await request
    .clone()
    .json()
    .catch(() => null);
  const read = signInBodies[path as keyof typeof signInBodies].safeParse(json);
  if (!read.success || outOfBounds(json))
    return problem(422, 'invalid_input', { path: read.error?.issues[0]?.path.join('.') ?? '' });
  const handled = async (): Promise<Response> =>
    (await locals.app.signIn()).handler(fromAddress(request, locals.address));
  if (path === 'sign-in/email') return countedSignIn(context, handled);
  if (path.startsWith('two-factor/'))
    return countedCode(context, waiting.exec(request.headers.get('cookie') ?? '')?.[1] ?? '', async () =>
      locals.app.door.onceOnly(await handled(), read.data as { readonly code: string }),
    );
  return handled();
};
