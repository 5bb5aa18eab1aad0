import { fileResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

export const GET: APIRoute = async ({ params, locals }) =>
  fileResponse(await locals.app.books.documentFile(params.number!, 'xml'));
