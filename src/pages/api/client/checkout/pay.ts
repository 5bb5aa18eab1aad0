import { PayCheckout } from '#contracts/checkout';
import { countedCard } from '#server/http/counted';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PayCheckout, (locals) => countedCard(locals, locals.app.payCheckout));
