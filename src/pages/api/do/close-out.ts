import { CloseOutBooking } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(CloseOutBooking, ({ app }) => app.closeOut);
