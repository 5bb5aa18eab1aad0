import { mayOpen } from '#server/http/device';
import { pdfResponse } from '#server/http/download';
import type { APIRoute } from 'astro';

/** What the client signed, or accepted on the booking page, by the link to the booking; a payer's link does not open it. */
export const GET: APIRoute = async ({ params, locals }) => {
  const opened = await locals.app.bookingOfLink(params.link!);
  const may = await mayOpen(locals, params.link!);
  const client = may && !('fault' in opened) && opened.purpose === 'client';
  if (!client) return pdfResponse(null);
  const { bookingId } = opened;
  return pdfResponse((await locals.app.agreementFile({ bookingId })) ?? (await locals.app.acceptedFile(bookingId)));
};
