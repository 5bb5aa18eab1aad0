import { disputesView } from '#contracts/routes/disputes/disputesView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const disputesViewServed = served(disputesView, { in: z.object({}), right: 'bookings:see' });
