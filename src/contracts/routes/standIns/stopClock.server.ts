import { served } from '#contracts/routes/served';
import { stopClock } from '#contracts/routes/standIns/stopClock';
import { z } from 'zod';

export const stopClockServed = served(stopClock, { in: z.strictObject({}), right: 'stand-ins' });
