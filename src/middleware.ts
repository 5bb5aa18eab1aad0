import { application } from '#compose';
import { deviceCookie } from '#server/http/device';
import { applyHeaders } from '#server/http/headers';
import { isFromHere } from '#server/http/sameSite';
import { problem } from '#server/http/problem';
import { defineMiddleware } from 'astro:middleware';

/** What anybody may open: clients come with a link of their own, the world with a signature. */
const open = [
  /^\/sign-in$/,
  /^\/first-start$/,
  /^\/b\//,
  /^\/q\//,
  /^\/r\//,
  /^\/book(\/|$)/,
  /^\/f\//,
  // What the owner does at a stand-in, the counter's reader among it, is for who is signed in.
  /^\/stand-in\/(?!connect|agree|reader|present)/,
  /^\/healthz$/,
  /^\/api\/(auth|events|client|demo|first-start)(\/|$)/,
];

/** Each request finds the application and the person who is signed in; who is not is sent to sign in. */
export const onRequest = defineMiddleware(async (context, next) => {
  const { locals, request, url } = context;
  if (!isFromHere(request)) return applyHeaders(problem(403, 'cross_site'), url);
  locals.app = await application();
  locals.address = context.clientAddress;
  locals.device = context.cookies.get(deviceCookie)?.value ?? null;
  const session = await locals.app.signIn.api.getSession({ headers: request.headers });
  locals.person = session ? { id: session.user.id, name: session.user.name, email: session.user.email } : null;
  const needsPerson = !open.some((pattern) => pattern.test(url.pathname));
  if (needsPerson && !locals.person) {
    if (url.pathname.startsWith('/api/')) return applyHeaders(problem(401, 'sign_in_needed'), url);
    const first = await locals.app.queries.isSetUp();
    return applyHeaders(
      context.redirect(first ? `/sign-in?to=${encodeURIComponent(url.pathname)}` : '/first-start'),
      url,
    );
  }
  return applyHeaders(await next(), url);
});
