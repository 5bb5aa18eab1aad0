import { PayByClient } from '#contracts/client';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(PayByClient, ({ app }) => app.payByClient);
