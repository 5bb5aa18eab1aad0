import type { PayoutView } from '#contracts/booksViews';
import { view } from '#contracts/routes/route';

export const payoutsView = view<Record<never, never>, readonly PayoutView[]>('/api/payouts');
