import { view } from '#contracts/routes/route';
import type { NotThroughView } from '#contracts/through';

export const notThroughView = view<object, NotThroughView>('/api/not-through');
