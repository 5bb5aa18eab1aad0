import { PayByClient } from '#contracts/client';
import { countedCard } from '#server/http/counted';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(PayByClient, (locals) => countedCard(locals, locals.app.payByClient));
