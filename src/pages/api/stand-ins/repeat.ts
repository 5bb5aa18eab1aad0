import { RepeatEvent } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(RepeatEvent, ({ app }) => app.repeatEvent);
