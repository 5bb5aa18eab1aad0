import type { DisputeView } from '#contracts/claims/afterViews';
import { view } from '#contracts/routes/route';

export const disputeView = view<{ readonly id: string }, DisputeView>('/api/dispute/:id');
