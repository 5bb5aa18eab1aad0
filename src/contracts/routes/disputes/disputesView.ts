import type { DisputeRow } from '#contracts/claims/afterViews';
import { view } from '#contracts/routes/route';

export const disputesView = view<object, { readonly disputes: readonly DisputeRow[] }>('/api/disputes');
