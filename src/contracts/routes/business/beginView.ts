import type { BeginView } from '#contracts/begin';
import { view } from '#contracts/routes/route';

export const beginView = view<object, BeginView>('/api/begin');
