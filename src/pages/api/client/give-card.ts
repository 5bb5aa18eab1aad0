import { GiveCard } from '#contracts/client';
import { cardGuarded } from '#server/http/guessing';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(GiveCard, (locals) => cardGuarded(locals, locals.app.giveCard));
