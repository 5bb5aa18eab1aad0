import { PayByClient } from '#contracts/client';
import { cardGuarded } from '#server/http/guessing';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(PayByClient, (locals) => cardGuarded(locals, locals.app.payByClient));
