import { creditView } from '#contracts/routes/credit/creditView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const creditViewServed = served(creditView, { in: z.object({}), right: 'credit:see' });
