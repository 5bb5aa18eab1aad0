import { CheckOut, FreeQuery, OnCheckout, PayCheckout } from '#contracts/checkout/checkout';
import { CreditOnCheckout, OrderVoucher, VoucherOnCheckout } from '#contracts/credit/credit';
import {
  alive,
  checkOut,
  checkoutView,
  creditOnCheckout,
  free,
  orderVoucher,
  payCheckout,
  voucherOnCheckout,
} from '#contracts/routes/checkout';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const aliveServed = served(alive, { in: OnCheckout, right: 'anybody' });

export const checkOutServed = served(checkOut, { in: CheckOut, right: 'anybody', limits: { bytes: sizes.cart } });

export const checkoutViewServed = served(checkoutView, {
  in: z.object({ key: z.string().max(100) }),
  right: 'anybody',
});

export const creditOnCheckoutServed = served(creditOnCheckout, { in: CreditOnCheckout, right: 'anybody' });

export const freeServed = served(free, {
  in: FreeQuery,
  right: 'anybody',
  limits: { bytes: sizes.form, queued: true },
});

export const orderVoucherServed = served(orderVoucher, { in: OrderVoucher, right: 'anybody' });

export const payCheckoutServed = served(payCheckout, { in: PayCheckout, right: 'anybody' });

export const voucherOnCheckoutServed = served(voucherOnCheckout, { in: VoucherOnCheckout, right: 'anybody' });
