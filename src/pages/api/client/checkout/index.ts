import { CheckOut } from '#contracts/checkout';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(CheckOut, ({ app }) => app.checkOut);
