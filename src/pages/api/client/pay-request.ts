import { PayRequest } from '#contracts/credit';
import { countedCard } from '#server/http/counted';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PayRequest, (locals) => countedCard(locals, locals.app.payRequest));
