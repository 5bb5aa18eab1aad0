import {
  acceptQuoteServed,
  chooseOnQuoteServed,
  offerViewServed,
  signQuoteServed,
  writeOnQuoteServed,
} from '#contracts/routes/quotePage.server';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import type { Visit } from '#server/http/visit';
import { acceptQuote, signQuote } from '#server/usecases/quotes/acceptQuote';
import { chooseOnQuote, writeOnQuote } from '#server/usecases/quotes/readQuote';

/** Where this makes it a booking, the device that did it opens it by the same link. */
async function rememberedBy<T extends { readonly ok: boolean }>(visit: Visit, link: string, result: T): Promise<T> {
  const { app } = visit;
  const opened = result.ok ? await app.bookingOfLink(link) : null;
  if (opened && 'bookingId' in opened) await app.rememberDevice(visit.ownDevice(), { bookingId: opened.bookingId });
  return result;
}

export const quotePageRoutes: readonly ServedRoute[] = [
  serveVisit(acceptQuoteServed, (visit) => async (request) => {
    const { app, address: origin } = visit;
    return rememberedBy(visit, request.link, await acceptQuote(app.deps)({ ...request, origin }));
  }),
  serve(chooseOnQuoteServed, chooseOnQuote),
  serveVisit(signQuoteServed, (visit) => async (request) => {
    const { app, address: origin } = visit;
    return rememberedBy(visit, request.link, await signQuote(app.deps)({ ...request, origin }));
  }),
  serve(writeOnQuoteServed, writeOnQuote),
  serveView(offerViewServed, ({ app }) => async ({ link }) => {
    const page = await app.queries.quotePage(link);
    return 'fault' in page ? null : page;
  }),
];
