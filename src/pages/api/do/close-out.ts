import { CloseOutBooking } from '#contracts/owner';
import { refundEndpoint } from '#server/http/proof';

export const POST = refundEndpoint(CloseOutBooking, ({ app }) => app.closeOut);
