import { view } from '#contracts/routes/route';
import type { TodayView } from '#contracts/bookings/views';

export const today = view<{ readonly currency?: string }, TodayView>('/api/today');
