import { OnCheckout } from '#contracts/checkout/checkout';
import { alive } from '#contracts/routes/checkout/alive';
import { served } from '#contracts/routes/served';

export const aliveServed = served(alive, { in: OnCheckout, right: 'anybody' });
