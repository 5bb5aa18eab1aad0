import { GiveCard } from '#contracts/client';
import { countedCard } from '#server/http/counted';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(GiveCard, (locals) => countedCard(locals, locals.app.giveCard));
