import { VoucherOnCheckout } from '#contracts/credit';
import { endpoint } from '#server/http/endpoint';
import { countedVoucher } from '#server/http/counted';

export const POST = endpoint(VoucherOnCheckout, (locals) => countedVoucher(locals, locals.app.useVoucherOnCheckout));
