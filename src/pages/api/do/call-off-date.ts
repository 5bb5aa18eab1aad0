import { CallOffDate } from '#contracts/places';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(CallOffDate, ({ app }) => app.callOffDate);
