import { PayCheckout } from '#contracts/checkout';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PayCheckout, ({ app }) => app.payCheckout);
