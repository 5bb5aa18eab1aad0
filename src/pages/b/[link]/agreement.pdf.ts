import { pdfResponse } from '#server/http/download';
import { bookingOfPaper } from '#server/http/linkPaper';
import type { APIRoute } from 'astro';

/** What the client signed, or accepted on the booking page, by the link to the booking; a payer's link does not open it. */
export const GET: APIRoute = async ({ params, locals }) => {
  const { app } = locals;
  const opened = await bookingOfPaper(locals, params.link!);
  return pdfResponse(opened && ((await app.agreementFile(opened)) ?? (await app.acceptedFile(opened.bookingId))));
};
