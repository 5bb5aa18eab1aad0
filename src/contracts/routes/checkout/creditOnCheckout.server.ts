import { CreditOnCheckout } from '#contracts/credit/credit';
import { creditOnCheckout } from '#contracts/routes/checkout/creditOnCheckout';
import { served } from '#contracts/routes/served';

export const creditOnCheckoutServed = served(creditOnCheckout, { in: CreditOnCheckout, right: 'anybody' });
