import { OnBooking } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(OnBooking, ({ app }) => app.chargeNow);
