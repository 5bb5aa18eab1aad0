import { GiveCard } from '#contracts/client';
import { linkEndpoint } from '#server/http/linkEndpoint';

export const POST = linkEndpoint(GiveCard, ({ app }) => app.giveCard);
