import { testAccount } from '#contracts/routes/business/testAccount';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const testAccountServed = served(testAccount, { in: z.strictObject({}), right: 'accounts:connect' });
