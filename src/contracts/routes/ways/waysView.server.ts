import { served } from '#contracts/routes/served';
import { waysView } from '#contracts/routes/ways/waysView';
import { z } from 'zod';

export const waysViewServed = served(waysView, { in: z.object({}), right: 'business:see' });
