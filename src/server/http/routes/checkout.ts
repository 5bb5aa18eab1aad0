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
import { type Result, ok, refuse } from '#core/result';
import { type CartRefusal, type CheckOutRefusal, cartRefusal, visitorOf } from '#server/http/cartGuard';
import { countedCard, countedVoucher } from '#server/http/counted';
import { seesCheckout } from '#server/http/device';
import { type ServedRoute, serveView, serveVisit } from '#server/http/serve';
import { checkOut } from '#server/usecases/checkout/checkOut';
import { payCheckout } from '#server/usecases/checkout/payCheckout';
import { type OrderRefusal, orderVoucher } from '#server/usecases/credit/orderVoucher';
import { useCreditOnCheckout, useVoucherOnCheckout } from '#server/usecases/credit/vouchers';

type Full = { readonly code: 'too_many_carts'; readonly seconds: number };

export const checkoutRoutes: readonly ServedRoute[] = [
  serveView(freeServed, ({ app }) => app.free),
  serveVisit(
    checkOutServed,
    (visit) =>
      async (request): Promise<Result<{ key: string }, CheckOutRefusal | CartRefusal>> => {
        const { app } = visit;
        const device = visit.ownDevice();
        const visitor = visitorOf(visit, device);
        const guarded = await cartRefusal(visit, visitor, request);
        if (guarded) return refuse(guarded);
        const result = await checkOut(app.deps)(request, visitor);
        if (result.ok)
          for (const bookingId of await app.bookingsOfCheckout(result.value.key))
            await app.rememberDevice(device, { bookingId });
        return result;
      },
  ),
  serveVisit(orderVoucherServed, (visit) => async (request): Promise<Result<{ link: string }, OrderRefusal | Full>> => {
    const { app, address } = visit;
    const taken = await app.limits.take('cart', { address, subject: request.buyerEmail.toLowerCase() });
    return taken.ok ? orderVoucher(app.deps)(request) : refuse({ code: 'too_many_carts', seconds: taken.seconds });
  }),
  serveVisit(
    aliveServed,
    ({ app }) =>
      async ({ key }) =>
        ok({ kept: await app.cartAlive(key) }),
  ),
  serveVisit(creditOnCheckoutServed, (visit) => async (request) => {
    if (!(await seesCheckout(visit, request.key))) return refuse({ code: 'device_unknown' as const });
    return useCreditOnCheckout(visit.app.deps)(request);
  }),
  serveVisit(voucherOnCheckoutServed, (visit) => countedVoucher(visit, useVoucherOnCheckout(visit.app.deps))),
  serveVisit(payCheckoutServed, (visit) => countedCard(visit, payCheckout(visit.app.deps))),
  serveView(
    checkoutViewServed,
    (visit) =>
      async ({ key }) =>
        visit.app.checkoutView(key, await seesCheckout(visit, key)),
  ),
];
