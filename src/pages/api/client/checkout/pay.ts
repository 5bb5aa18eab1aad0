import { PayCheckout } from '#contracts/checkout';
import { cardGuarded } from '#server/http/guessing';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PayCheckout, (locals) => cardGuarded(locals, locals.app.payCheckout));
