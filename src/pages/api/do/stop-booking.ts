import { StopBooking } from '#contracts/door';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(StopBooking, ({ app }) => app.stopBooking);
