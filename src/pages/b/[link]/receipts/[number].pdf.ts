import { mayOpen } from '#server/http/device';
import { pdfResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** The receipt of one payment, by the link to the booking; a payer's link does not open it. */
export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await locals.app.bookingOfLink(params.link!);
  const may = await mayOpen(locals, params.link!);
  const client = may && !('fault' in opened) && opened.purpose === 'client';
  const number = /^[1-9]\d{0,3}$/.test(params.number!) ? Number(params.number) : 0;
  return pdfResponse(client ? await locals.app.receiptFile(opened.bookingId, number) : null);
};
