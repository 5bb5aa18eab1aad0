import type { CheckoutView } from '#contracts/checkout/views';
import { view } from '#contracts/routes/route';

export const checkoutView = view<{ readonly key: string }, CheckoutView>('/api/client/checkout/:key');
