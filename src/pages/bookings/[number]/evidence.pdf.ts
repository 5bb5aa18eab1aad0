import { fileResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** What is kept of a booking, put together as for a dispute: for a claim that goes to court. */
export const GET: APIRoute = async ({ params, locals }) =>
  fileResponse(await locals.app.queries.bookingEvidence(params.number!));
