import { FirstStart } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(FirstStart, ({ app }) => app.firstStart);
