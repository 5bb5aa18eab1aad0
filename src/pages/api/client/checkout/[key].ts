import { seesCheckout } from '#server/http/device';
import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, params }) =>
  locals.app.checkoutView(params.key!, await seesCheckout(locals, params.key!)),
);
