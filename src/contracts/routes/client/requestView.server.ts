import { requestView } from '#contracts/routes/client/requestView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const requestViewServed = served(requestView, { in: z.object({ link: z.string().max(100) }), right: 'anybody' });
