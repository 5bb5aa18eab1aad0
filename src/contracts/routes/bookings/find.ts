import { view } from '#contracts/routes/route';
import type { Found } from '#contracts/bookings/views';

export const find = view<{ readonly text: string }, readonly Found[]>('/api/find');
