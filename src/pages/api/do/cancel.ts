import { CancelBooking } from '#contracts/owner';
import { refundEndpoint } from '#server/http/proof';

export const POST = refundEndpoint(CancelBooking, ({ app }) => app.cancelBooking);
