import { view } from '#contracts/routes/route';
import type { ChangeView } from '#contracts/bookings/changeView';

export const changeView = view<{ readonly number: string }, ChangeView>('/api/change/:number');
