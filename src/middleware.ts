import type { Actor } from '#core/people/actor';
import { actingAs } from '#server/actor/actorNow';
import { hashOfToken } from '#server/links/clientLink';
import { application } from '#application';
import type { Opening } from '#contracts/routes/rights';
import { cookiePrefix } from '#server/auth/signInTerms';
import { refusalOf } from '#server/auth/authorize';
import { pageRights, strangersPapers, tablePattern } from '#server/http/pageRights';
import { routeAt } from '#server/http/routes/routing';
import { deviceCookie } from '#server/http/device';
import { applyHeaders } from '#server/http/headers';
import { calledBy } from '#server/rateLimits/callerNow';
import { type ConcurrencyLimit, TooManyAtOnce } from '#server/rateLimits/concurrencyLimit';
import { networkOf } from '#server/rateLimits/network';
import { isOverAge } from '#server/auth/sessions';
import { isClosedStandIn } from '#server/http/standIns';
import { isFromHere } from '#server/http/sameSite';
import { problem } from '#server/http/problem';
import { pageOf } from '#server/http/entry/refusal';
import { failed, failureOf } from '#server/http/failure';
import { log } from '#server/logging/log';
import { requestNow, routeIs } from '#server/logging/requestNow';
import type { APIContext, MiddlewareNext } from 'astro';
import { defineMiddleware } from 'astro:middleware';

/** What answers a request, and who may use it; null where no page and no route names that. */
function openingOf({ routePattern, request, url }: APIContext): { opening: Opening | null; queued: boolean } {
  if (routePattern !== tablePattern) {
    routeIs(routePattern);
    // Shown where a page could not be: whoever asked for it is told so, and is not sent to sign in.
    if (routePattern === '/500') return { opening: 'anybody', queued: false };
    const known: Readonly<Record<string, Opening>> = pageRights;
    return { opening: Object.hasOwn(known, routePattern) ? known[routePattern]! : null, queued: false };
  }
  const found = routeAt(request.method, url.pathname);
  if (found) routeIs(found.route.route.path);
  return { opening: found?.route.right ?? null, queued: found?.route.limits.queued ?? false };
}

/** Where the processors' frames come from; nothing before the application is there. */
const framesOf = ({ locals }: { readonly locals: Partial<App.Locals> }): readonly string[] =>
  locals.app?.frameOrigins ?? [];

/** Each request finds the application and the person who is signed in; who is not is sent to sign in. */
export const onRequest = defineMiddleware(async (context, next) => {
  try {
    return await applyHeaders(await answer(context, next), context.url, framesOf(context));
  } catch (error) {
    // Pages and endpoints that do not say it themselves: the database went away, or there is a bug.
    const { status } = failureOf(error);
    if (status >= 500) log.error({ err: error }, 'a request failed');
    const { headers } = context.request;
    const page = !context.url.pathname.startsWith('/api/') && headers.get('accept')?.includes('text/html');
    const response = page ? told(status, requestNow()?.request) : failed(error);
    return applyHeaders(response, context.url, framesOf(context));
  }
});

/** Answers where not too many are looked after already; who is too many is told to come again. */
async function fewAtOnce(looks: ConcurrencyLimit, address: string, work: () => Promise<Response>): Promise<Response> {
  try {
    return await looks(address, work);
  } catch (error) {
    if (!(error instanceof TooManyAtOnce)) throw error;
    const refused = problem(429, 'too_many_looks');
    refused.headers.set('retry-after', '1');
    return refused;
  }
}

const told = (status: number, request = ''): Response =>
  new Response(pageOf(status, request), { status, headers: { 'content-type': 'text/html; charset=utf-8' } });
const closed = (path: string): Response => (path.startsWith('/api/') ? problem(404, 'not_found') : told(404));

async function answer(context: APIContext, next: MiddlewareNext): Promise<Response> {
  const { locals, request, url } = context;
  if (!isFromHere(request)) return problem(403, 'cross_site');
  locals.app = await application();
  // Refused before anything is begun; what only reads is answered.
  const stop = /^(GET|HEAD)$/.test(request.method) ? null : await locals.app.room.stop();
  if (stop) return problem(507, stop);
  locals.address = context.clientAddress;
  locals.device = context.cookies.get(deviceCookie)?.value ?? null;
  const { opening, queued } = openingOf(context);
  if (queued) {
    locals.session = locals.person = null;
    return fewAtOnce(locals.app.viewsAtOnce, locals.address, () => next());
  }
  // Whoever has no cookie of ours has no session: they are most, and nothing is opened for them.
  const isKnown = request.headers.get('cookie')?.includes(`${cookiePrefix}.`) ?? false;
  const found = isKnown ? await (await locals.app.signIn()).api.getSession({ headers: request.headers }) : null;
  const session = found && !isOverAge(found.session.createdAt, Date.now()) ? found : null;
  locals.session = session ? { personId: session.user.id, sessionId: session.session.id } : null;
  locals.person = session ? { id: session.user.id, name: session.user.name, email: session.user.email } : null;
  const refused = refusalOf(opening, locals.person);
  if (refused) {
    if (url.pathname.startsWith('/api/')) return problem(refused === 'not_yours' ? 403 : 401, refused);
    if (refused === 'not_yours') return told(404);
    const first = await locals.app.queries.isSetUp();
    return context.redirect(first ? `/sign-in?to=${encodeURIComponent(url.pathname)}` : '/first-start');
  }
  if (await isClosedStandIn(context)) return closed(url.pathname);
  // Somebody who has only a link is known by their device; a payer's link is told apart by its route.
  const device = locals.device === null ? null : hashOfToken(locals.device);
  const actor: Actor = locals.person ? { kind: 'person', id: locals.person.id } : { kind: 'client', device };
  const caller = {
    network: networkOf(locals.address),
    isPerson: locals.person !== null,
    ended: locals.ended ?? null,
  };
  const work = (): Promise<Response> => calledBy(caller, () => actingAs(actor, () => next()));
  const isStrangersPaper = locals.person === null && strangersPapers.has(context.routePattern);
  const response = isStrangersPaper ? await fewAtOnce(locals.app.papersAtOnce, locals.address, work) : await work();
  // An address that there is not is a page to people and a problem to programs.
  const isPage = response.headers.get('content-type')?.startsWith('text/html') ?? false;
  return response.status === 404 && isPage && url.pathname.startsWith('/api/') ? problem(404, 'not_found') : response;
}
