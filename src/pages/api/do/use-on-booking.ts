import { UseOnBooking } from '#contracts/credit';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(UseOnBooking, ({ app }) => app.useOnBooking);
