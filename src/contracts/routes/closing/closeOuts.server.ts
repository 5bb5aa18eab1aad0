import { closeOuts } from '#contracts/routes/closing/closeOuts';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const closeOutsServed = served(closeOuts, { in: z.object({}), right: 'bookings:see' });
