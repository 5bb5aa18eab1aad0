import { mayOpen } from '#server/http/device';
import { fileResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** A document of the booking, by the link to it; a payer's link does not open it. */
export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await locals.app.bookingOfLink(params.link!);
  const may = await mayOpen(locals, params.link!);
  const client = may && !('fault' in opened) && opened.purpose === 'client';
  return fileResponse(client ? await locals.app.books.documentFile(params.number!, 'pdf', opened) : null);
};
