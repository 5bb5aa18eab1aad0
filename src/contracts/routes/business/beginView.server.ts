import { beginView } from '#contracts/routes/business/beginView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const beginViewServed = served(beginView, { in: z.object({}), right: 'business:write' });
