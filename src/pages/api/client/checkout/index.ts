import { CheckOut } from '#contracts/checkout';
import { deviceOf } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import type { APIRoute } from 'astro';
import type { z } from 'zod';

/** Who books opens what they booked from this device, without a code. */
export const POST: APIRoute = (context) =>
  endpoint(CheckOut, ({ app }) => async (request: z.infer<typeof CheckOut>) => {
    const result = await app.checkOut(request);
    if (result.ok)
      for (const bookingId of await app.bookingsOfCheckout(result.value.key))
        await app.rememberDevice(deviceOf(context), { bookingId });
    return result;
  })(context);
