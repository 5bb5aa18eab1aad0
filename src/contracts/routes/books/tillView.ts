import type { TillView } from '#contracts/booksViews';
import { view } from '#contracts/routes/route';

export const tillView = view<Record<never, never>, TillView>('/api/till');
