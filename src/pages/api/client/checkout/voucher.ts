import { VoucherOnCheckout } from '#contracts/credit';
import { endpoint } from '#server/http/endpoint';
import { guarded } from '#server/http/guessing';

export const POST = endpoint(VoucherOnCheckout, (locals) => guarded(locals, locals.app.useVoucherOnCheckout));
