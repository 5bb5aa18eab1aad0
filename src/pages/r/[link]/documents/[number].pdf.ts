import { fileResponse } from '#server/http/download';
import { openedByLink } from '#server/http/linkPaper';
import type { APIRoute } from 'astro';

/** A document of a request, by the link to it. */
export const GET: APIRoute = async ({ params, locals }) =>
  fileResponse(await openedByLink(locals, () => locals.app.books.documentOfRequest(params.link!, params.number!)));
