import { PayByClient } from '#contracts/client';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(PayByClient, ({ app }) => app.payByClient);
