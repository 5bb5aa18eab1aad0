import {
  aliveServed,
  checkOutServed,
  checkoutViewServed,
  creditOnCheckoutServed,
  freeServed,
  orderVoucherServed,
  payCheckoutServed,
  voucherOnCheckoutServed,
} from '#contracts/routes/checkout.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import { ok, refuse, type Result } from '#core/result';
import { type CartRefusal, cartRefusal, type CheckOutRefusal, visitorOf } from '#server/http/cartGuard';
import type { OrderRefusal } from '#server/usecases/credit/orderVoucher';
import { countedCard, countedVoucher } from '#server/http/counted';
import { seesCheckout } from '#server/http/device';

type Full = { readonly code: 'too_many_carts'; readonly seconds: number };

export const checkoutRoutes: readonly ServedRoute[] = [
  serveView(freeServed, ({ app }) => app.free),
  serve(checkOutServed, (visit) => async (request): Promise<Result<{ key: string }, CheckOutRefusal | CartRefusal>> => {
    const { app } = visit;
    const device = visit.ownDevice();
    const visitor = visitorOf(visit, device);
    const guarded = await cartRefusal(visit, visitor, request);
    if (guarded) return refuse(guarded);
    const result = await app.checkOut(request, visitor);
    if (result.ok)
      for (const bookingId of await app.bookingsOfCheckout(result.value.key))
        await app.rememberDevice(device, { bookingId });
    return result;
  }),
  serve(orderVoucherServed, (visit) => async (request): Promise<Result<{ link: string }, OrderRefusal | Full>> => {
    const { app, address } = visit;
    const taken = await app.limits.take('cart', { address, subject: request.buyerEmail.toLowerCase() });
    return taken.ok ? app.orderVoucher(request) : refuse({ code: 'too_many_carts', seconds: taken.seconds });
  }),
  serve(
    aliveServed,
    ({ app }) =>
      async ({ key }) =>
        ok({ kept: await app.cartAlive(key) }),
  ),
  serve(creditOnCheckoutServed, (visit) => async (request) => {
    if (!(await seesCheckout(visit, request.key))) return refuse({ code: 'device_unknown' as const });
    return visit.app.useCreditOnCheckout(request);
  }),
  serve(voucherOnCheckoutServed, (visit) => countedVoucher(visit, visit.app.useVoucherOnCheckout)),
  serve(payCheckoutServed, (visit) => countedCard(visit, visit.app.payCheckout)),
  serveView(
    checkoutViewServed,
    (visit) =>
      async ({ key }) =>
        visit.app.checkoutView(key, await seesCheckout(visit, key)),
  ),
];
