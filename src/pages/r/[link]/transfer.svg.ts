import { svgResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** A code for whoever pays a request by transfer, by its link. */
export const GET: APIRoute = async ({ params, locals }) =>
  svgResponse(await locals.app.books.transferForRequest(params.link!));
