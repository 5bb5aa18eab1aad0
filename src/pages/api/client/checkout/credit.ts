import { CreditOnCheckout } from '#contracts/credit';
import { refuse } from '#core/result';
import { seesCheckout } from '#server/http/device';
import { endpoint } from '#server/http/endpoint';

/** Only from a device that was confirmed for the client: a name and an address alone open no credit. */
export const POST = endpoint(CreditOnCheckout, (locals) => async (request: CreditOnCheckout) => {
  if (!(await seesCheckout(locals, request.key))) return refuse({ code: 'device_unknown' as const });
  return locals.app.useCreditOnCheckout(request);
});
