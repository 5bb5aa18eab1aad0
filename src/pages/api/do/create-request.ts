import { CreateRequest } from '#contracts/credit';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(CreateRequest, ({ app }) => app.createRequest);
