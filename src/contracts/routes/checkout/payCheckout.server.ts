import { PayCheckout } from '#contracts/checkout/checkout';
import { payCheckout } from '#contracts/routes/checkout/payCheckout';
import { served } from '#contracts/routes/served';

export const payCheckoutServed = served(payCheckout, { in: PayCheckout, right: 'anybody' });
