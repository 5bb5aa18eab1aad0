import { UseVoucher } from '#contracts/credit';
import { guarded } from '#server/http/guessing';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(UseVoucher, (locals) => guarded(locals, locals.app.useVoucher));
