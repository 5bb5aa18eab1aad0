import { fileResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** A document of a request, by the link to it. */
export const GET: APIRoute = async ({ params, locals }) =>
  fileResponse(await locals.app.books.documentOfRequest(params.link!, params.number!));
