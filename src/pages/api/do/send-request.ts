import { OnRequest } from '#contracts/credit';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(OnRequest, ({ app }) => app.sendRequest);
