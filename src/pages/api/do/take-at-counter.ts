import { TakeAtCounter } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(TakeAtCounter, ({ app }) => app.takeAtCounter);
