import { view } from '#contracts/routes/route';
import type { NotThroughView } from '#contracts/failures/failures';

export const notThroughView = view<object, NotThroughView>('/api/failures');
