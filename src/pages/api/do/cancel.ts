import { CancelBooking } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(CancelBooking, ({ app }) => app.cancelBooking);
