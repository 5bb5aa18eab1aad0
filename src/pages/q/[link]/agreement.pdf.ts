import { pdfResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** What has been signed of the quote so far, for each of its readers. */
export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await locals.app.quoteOfLink(params.link!);
  return pdfResponse(opened ? await locals.app.agreementFile({ quoteId: opened.quoteId }) : null);
};
