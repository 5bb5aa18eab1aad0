import { disputeView } from '#contracts/routes/disputes/disputeView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const disputeViewServed = served(disputeView, {
  in: z.object({ id: z.string().min(1).max(64) }),
  right: 'bookings:see',
});
