import { ChangeBooking } from '#contracts/change';
import { refundEndpoint } from '#server/http/proof';

export const POST = refundEndpoint(ChangeBooking, ({ app }) => app.changeBooking);
