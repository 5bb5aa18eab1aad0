import { shell } from '#contracts/routes/business/shell';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const shellServed = served(shell, { in: z.object({}), right: 'business:see' });
