import { problem } from '#server/http/problem';
import { countedCode, countedSignIn, fromAddress } from '#server/http/signInTries';
import type { APIRoute } from 'astro';

/** Nobody signs up by themselves: the first start makes the owner. Everything else goes through Ostendo's own endpoints. */
const offered = new Set([
  'sign-in/email',
  'sign-out',
  'get-session',
  'two-factor/verify-totp',
  'two-factor/verify-backup-code',
]);
/** The sign-in that waits for its second factor is known by its cookie. */
const waiting = /ostendo\.two_factor=([^;]+)/;

export const ALL: APIRoute = (context) => {
  const { locals, params, request } = context;
  const path = params.all ?? '';
  if (!offered.has(path)) return problem(404, 'not_found');
  const handled = async (): Promise<Response> =>
    (await locals.app.signIn()).handler(fromAddress(request, locals.address));
  if (path === 'sign-in/email') return countedSignIn(context, handled);
  if (path.startsWith('two-factor/'))
    return countedCode(context, waiting.exec(request.headers.get('cookie') ?? '')?.[1] ?? '', handled);
  return handled();
};
