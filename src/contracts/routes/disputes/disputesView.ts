import type { DisputeRow } from '#contracts/afterViews';
import { view } from '#contracts/routes/route';

export const disputesView = view<object, { readonly disputes: readonly DisputeRow[] }>('/api/disputes');
