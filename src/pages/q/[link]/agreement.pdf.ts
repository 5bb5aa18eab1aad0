import { pdfResponse } from '#server/http/download';
import { openedByLink } from '#server/http/linkPaper';
import type { APIRoute } from 'astro';

/** What has been signed of the quote so far, for each of its readers. */
export const GET: APIRoute = async ({ params, locals }) => {
  const { app } = locals;
  const opened = await openedByLink(locals, () => app.quoteOfLink(params.link!));
  return pdfResponse(opened && (await app.agreementFile({ quoteId: opened.quoteId })));
};
