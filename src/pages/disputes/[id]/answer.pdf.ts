import { fileResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** The answer as it was sent, or as it would be now with the word that is asked for. */
export const GET: APIRoute = async ({ params, locals, url }) =>
  fileResponse(
    await locals.app.queries.disputeAnswer(params.id!, {
      word: (url.searchParams.get('word') ?? '').slice(0, 3000),
      pictures: url.searchParams.getAll('picture').slice(0, 20),
    }),
  );
