import { mayOpen } from '#server/http/device';
import { svgResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** A code for whoever pays by transfer, by the link to the booking. */
export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await locals.app.bookingOfLink(params.link!);
  const may = (await mayOpen(locals, params.link!)) && !('fault' in opened);
  return svgResponse(may ? await locals.app.books.transferForBooking(opened.bookingId) : null);
};
