import { doorView } from '#contracts/routes/door/doorView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const doorViewServed = served(doorView, { in: z.object({}), right: 'own sign-in' });
