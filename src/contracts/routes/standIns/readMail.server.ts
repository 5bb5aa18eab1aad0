import { served } from '#contracts/routes/served';
import { readMail } from '#contracts/routes/standIns/readMail';
import { z } from 'zod';

export const readMailServed = served(readMail, {
  in: z.object({ seq: z.string().regex(/^[1-9]\d{0,9}$/) }),
  right: 'stand-ins',
});
