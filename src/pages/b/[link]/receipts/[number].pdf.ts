import { pdfResponse } from '#server/http/download';
import { bookingOfPaper } from '#server/http/linkPaper';
import type { APIRoute } from 'astro';

/** The receipt of one payment, by the link to the booking; a payer's link does not open it. */
export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await bookingOfPaper(locals, params.link!);
  const number = /^[1-9]\d{0,3}$/.test(params.number!) ? Number(params.number) : 0;
  return pdfResponse(opened && (await locals.app.receiptFile(opened.bookingId, number)));
};
