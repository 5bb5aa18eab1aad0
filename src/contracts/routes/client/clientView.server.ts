import { clientView } from '#contracts/routes/client/clientView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const clientViewServed = served(clientView, { in: z.object({ link: z.string().max(100) }), right: 'link' });
