import { notThroughView } from '#contracts/routes/through/notThroughView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const notThroughViewServed = served(notThroughView, { in: z.object({}), right: 'bookings:see' });
