import { CheckOut } from '#contracts/checkout';
import { refuse, type Result } from '#core/result';
import { type CartRefusal, cartRefusal, type CheckOutRefusal, visitorOf } from '#server/http/cartGuard';
import { deviceOf } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';
import type { APIRoute } from 'astro';

/** Who books opens what they booked from this device, without a code. */
export const POST: APIRoute = (context) =>
  endpoint(
    CheckOut,
    (locals) =>
      async (request: CheckOut): Promise<Result<{ key: string }, CheckOutRefusal | CartRefusal>> => {
        const { app } = locals;
        const device = deviceOf(context);
        const visitor = visitorOf(locals, device);
        const guarded = await cartRefusal(locals, visitor, request);
        if (guarded) return refuse(guarded);
        const result = await app.checkOut(request, visitor);
        if (result.ok)
          for (const bookingId of await app.bookingsOfCheckout(result.value.key))
            await app.rememberDevice(device, { bookingId });
        return result;
      },
  )(context);
