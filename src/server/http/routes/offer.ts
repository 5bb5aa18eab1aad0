import {
  acceptQuoteServed,
  chooseOnQuoteServed,
  offerViewServed,
  signQuoteServed,
  writeOnQuoteServed,
} from '#contracts/routes/quotePage.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import type { Visit } from '#server/http/visit';

/** Where this makes it a booking, the device that did it opens it by the same link. */
async function rememberedBy<T extends { readonly ok: boolean }>(visit: Visit, link: string, result: T): Promise<T> {
  const { app } = visit;
  const opened = result.ok ? await app.bookingOfLink(link) : null;
  if (opened && 'bookingId' in opened) await app.rememberDevice(visit.ownDevice(), { bookingId: opened.bookingId });
  return result;
}

export const offerRoutes: readonly ServedRoute[] = [
  serve(acceptQuoteServed, (visit) => async (request) => {
    const { app, address: origin } = visit;
    return rememberedBy(visit, request.link, await app.acceptQuote({ ...request, origin }));
  }),
  serve(chooseOnQuoteServed, ({ app }) => app.chooseOnQuote),
  serve(signQuoteServed, (visit) => async (request) => {
    const { app, address: origin } = visit;
    return rememberedBy(visit, request.link, await app.signQuote({ ...request, origin }));
  }),
  serve(writeOnQuoteServed, ({ app }) => app.writeOnQuote),
  serveView(offerViewServed, ({ app }) => async ({ link }) => {
    const page = await app.queries.quotePage(link);
    return 'fault' in page ? null : page;
  }),
];
