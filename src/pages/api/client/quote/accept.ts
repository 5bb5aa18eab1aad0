import { AcceptQuote } from '#contracts/quotes';
import { deviceOf } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import type { APIRoute } from 'astro';
import type { z } from 'zod';

/** Where this makes it a booking, the device that accepted opens it by the same link. */
export const POST: APIRoute = (context) =>
  endpoint(AcceptQuote, ({ app, address: origin }) => async (request: z.infer<typeof AcceptQuote>) => {
    const result = await app.acceptQuote({ ...request, origin });
    const opened = result.ok ? await app.bookingOfLink(request.link) : null;
    if (opened && 'bookingId' in opened) await app.rememberDevice(deviceOf(context), { bookingId: opened.bookingId });
    return result;
  })(context);
