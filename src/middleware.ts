import { application } from '#application';
import { deviceCookie } from '#server/http/device';
import { applyHeaders } from '#server/http/headers';
import { TooManyLooks } from '#server/guard/looks';
import { isOverAge } from '#server/door/sessions';
import { isClosedStandIn } from '#server/http/standIns';
import { isFromHere } from '#server/http/sameSite';
import { problem } from '#server/http/problem';
import { pageOf } from '#server/http/entry/refusal';
import { failed, failureOf } from '#server/http/failure';
import { log } from '#server/logging/log';
import { requestNow } from '#server/logging/requestNow';
import type { APIContext, MiddlewareNext } from 'astro';
import { defineMiddleware } from 'astro:middleware';

/** What anybody may open: clients come with a link of their own, the world with a signature. */
const open = [
  /^\/(sign-in|new-password|enter)$/,
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
  /^\/api\/door\/(forgot|new-password|enter)$/,
];

/** Each request finds the application and the person who is signed in; who is not is sent to sign in. */
export const onRequest = defineMiddleware(async (context, next) => {
  try {
    return await applyHeaders(await answer(context, next), context.url);
  } catch (error) {
    // Pages and endpoints that do not say it themselves: the database went away, or there is a bug.
    log.error({ err: error }, 'a request failed');
    const { status } = failureOf(error);
    const { headers } = context.request;
    const page = !context.url.pathname.startsWith('/api/') && headers.get('accept')?.includes('text/html');
    const html = { status, headers: { 'content-type': 'text/html; charset=utf-8' } };
    const response = page ? new Response(pageOf(status, requestNow()?.request ?? ''), html) : failed(error);
    return applyHeaders(response, context.url);
  }
});

/** What anybody may ask for and takes a while to compute: nobody is signed in for it. */
const looking = /^\/api\/client\/free\/?$/;

async function looked({ locals }: APIContext, next: MiddlewareNext): Promise<Response> {
  locals.session = locals.person = null;
  try {
    return await locals.app.looks(locals.address, () => next());
  } catch (error) {
    if (!(error instanceof TooManyLooks)) throw error;
    const told = problem(429, 'too_many_looks');
    told.headers.set('retry-after', '1');
    return told;
  }
}

const closed = (path: string): Response =>
  path.startsWith('/api/')
    ? problem(404, 'not_found')
    : new Response(pageOf(404, ''), { status: 404, headers: { 'content-type': 'text/html; charset=utf-8' } });

async function answer(context: APIContext, next: MiddlewareNext): Promise<Response> {
  const { locals, request, url } = context;
  if (!isFromHere(request)) return problem(403, 'cross_site');
  locals.app = await application();
  locals.address = context.clientAddress;
  locals.device = context.cookies.get(deviceCookie)?.value ?? null;
  if (looking.test(url.pathname)) return looked(context, next);
  const found = await locals.app.signIn.api.getSession({ headers: request.headers });
  const session = found && !isOverAge(found.session.createdAt, Date.now()) ? found : null;
  locals.session = session ? { personId: session.user.id, sessionId: session.session.id } : null;
  locals.person = session ? { id: session.user.id, name: session.user.name, email: session.user.email } : null;
  const needsPerson = !open.some((pattern) => pattern.test(url.pathname));
  if (needsPerson && !locals.person) {
    if (url.pathname.startsWith('/api/')) return problem(401, 'sign_in_needed');
    const first = await locals.app.queries.isSetUp();
    return context.redirect(first ? `/sign-in?to=${encodeURIComponent(url.pathname)}` : '/first-start');
  }
  if (await isClosedStandIn(context)) return closed(url.pathname);
  const response = await next();
  // An address that there is not is a page to people and a problem to programs.
  const isPage = response.headers.get('content-type')?.startsWith('text/html') ?? false;
  return response.status === 404 && isPage && url.pathname.startsWith('/api/') ? problem(404, 'not_found') : response;
}
