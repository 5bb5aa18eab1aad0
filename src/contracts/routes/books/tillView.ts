import type { TillView } from '#contracts/books/views';
import { view } from '#contracts/routes/route';

export const tillView = view<Record<never, never>, TillView>('/api/till');
