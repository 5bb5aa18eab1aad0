import type { BeginView } from '#contracts/settings/begin';
import { view } from '#contracts/routes/route';

export const beginView = view<object, BeginView>('/api/begin');
