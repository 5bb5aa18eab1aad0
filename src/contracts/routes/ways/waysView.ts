import { view } from '#contracts/routes/route';
import type { WaysView } from '#contracts/paymentMethods/views';

export const waysView = view<object, WaysView>('/api/ways');
