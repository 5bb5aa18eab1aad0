import type { DoorView } from '#contracts/auth/auth';
import { view } from '#contracts/routes/route';

export const doorView = view<object, DoorView>('/api/door');
