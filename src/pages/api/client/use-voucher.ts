import { UseVoucher } from '#contracts/credit';
import { countedVoucher } from '#server/http/counted';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(UseVoucher, (locals) => countedVoucher(locals, locals.app.useVoucher));
