import type { DisputeView } from '#contracts/afterViews';
import { view } from '#contracts/routes/route';

export const disputeView = view<{ readonly id: string }, DisputeView>('/api/dispute/:id');
