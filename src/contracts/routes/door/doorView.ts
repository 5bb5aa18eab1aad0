import type { DoorView } from '#contracts/door';
import { view } from '#contracts/routes/route';

export const doorView = view<object, DoorView>('/api/door');
