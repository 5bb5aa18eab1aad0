import { view } from '#contracts/routes/route';
import type { CloseOutView } from '#contracts/bookings/views';

export const closeOuts = view<object, CloseOutView>('/api/close-outs');
