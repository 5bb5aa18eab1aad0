import { view } from '#contracts/routes/route';
import type { Shell } from '#contracts/bookings/views';

export const shell = view<object, Shell>('/api/shell');
