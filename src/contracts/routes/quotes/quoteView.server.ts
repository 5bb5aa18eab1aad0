import { quoteView } from '#contracts/routes/quotes/quoteView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const quoteViewServed = served(quoteView, { in: z.object({ number: z.string().max(20) }), right: 'quotes:see' });
