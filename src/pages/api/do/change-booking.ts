import { ChangeBooking } from '#contracts/change';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(ChangeBooking, ({ app }) => app.changeBooking);
