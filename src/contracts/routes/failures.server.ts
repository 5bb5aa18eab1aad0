import { GiveUpOn, TryThrough } from '#contracts/failures/failures';
import { giveUpOn, notThroughView, tryThrough } from '#contracts/routes/failures';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const giveUpOnServed = served(giveUpOn, { in: GiveUpOn, right: 'business:write' });

export const notThroughViewServed = served(notThroughView, { in: z.object({}), right: 'bookings:see' });

export const tryThroughServed = served(tryThrough, { in: TryThrough, right: 'business:write' });
