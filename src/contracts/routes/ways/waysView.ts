import { view } from '#contracts/routes/route';
import type { WaysView } from '#contracts/wayViews';

export const waysView = view<object, WaysView>('/api/ways');
