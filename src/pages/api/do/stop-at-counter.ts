import { StopAtCounter } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(StopAtCounter, ({ app }) => app.stopAtCounter);
