import { PayRequest } from '#contracts/credit';
import { cardGuarded } from '#server/http/guessing';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PayRequest, (locals) => cardGuarded(locals, locals.app.payRequest));
