import { pdfResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

export const GET: APIRoute = async ({ params, locals }) => {
  const quote = await locals.app.queries.quote(params.number!);
  return pdfResponse(quote ? await locals.app.agreementFile({ quoteId: quote.id }) : null);
};
