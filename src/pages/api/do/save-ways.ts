import { SaveWays } from '#contracts/ways';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(SaveWays, ({ app }) => app.saveWays);
