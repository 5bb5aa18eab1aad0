import { payoutsView } from '#contracts/routes/books/payoutsView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const payoutsViewServed = served(payoutsView, { in: z.object({}), right: 'books:see' });
