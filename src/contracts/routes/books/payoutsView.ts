import type { PayoutView } from '#contracts/books/views';
import { view } from '#contracts/routes/route';

export const payoutsView = view<Record<never, never>, readonly PayoutView[]>('/api/payouts');
