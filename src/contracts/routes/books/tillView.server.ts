import { tillView } from '#contracts/routes/books/tillView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const tillViewServed = served(tillView, { in: z.object({}), right: 'books:see' });
