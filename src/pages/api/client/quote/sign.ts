import { SignQuote } from '#contracts/quotes';
import { deviceOf } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import type { APIRoute } from 'astro';
import type { z } from 'zod';

/** Where this makes it a booking, the device that signed last opens it by the same link. */
export const POST: APIRoute = (context) =>
  endpoint(SignQuote, ({ app, address: origin }) => async (request: z.infer<typeof SignQuote>) => {
    const result = await app.signQuote({ ...request, origin });
    const opened = result.ok ? await app.bookingOfLink(request.link) : null;
    if (opened && 'bookingId' in opened) await app.rememberDevice(deviceOf(context), { bookingId: opened.bookingId });
    return result;
  })(context);
