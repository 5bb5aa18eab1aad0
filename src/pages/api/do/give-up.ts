import { GiveUp } from '#contracts/change';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(GiveUp, ({ app }) => app.giveUp);
