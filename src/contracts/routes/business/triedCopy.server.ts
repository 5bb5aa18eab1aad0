import { triedCopy } from '#contracts/routes/business/triedCopy';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const triedCopyServed = served(triedCopy, { in: z.object({}), right: 'business:write' });
