import { CreateBooking } from '#contracts/owner';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(CreateBooking, ({ app }) => app.createBooking);
