import { VoucherOnCheckout } from '#contracts/credit/credit';
import { voucherOnCheckout } from '#contracts/routes/checkout/voucherOnCheckout';
import { served } from '#contracts/routes/served';

export const voucherOnCheckoutServed = served(voucherOnCheckout, { in: VoucherOnCheckout, right: 'anybody' });
