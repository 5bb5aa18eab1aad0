import { GiveCard } from '#contracts/client';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(GiveCard, ({ app }) => app.giveCard);
