import { fileResponse } from '#server/http/download';
import { bookingOfPaper } from '#server/http/linkPaper';
import type { APIRoute } from 'astro';

/** A document of the booking, by the link to it; a payer's link does not open it. */
export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await bookingOfPaper(locals, params.link!);
  return fileResponse(opened && (await locals.app.books.documentFile(params.number!, 'pdf', opened)));
};
