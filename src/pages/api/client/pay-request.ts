import { PayRequest } from '#contracts/credit';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PayRequest, ({ app }) => app.payRequest);
