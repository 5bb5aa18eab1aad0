import { find } from '#contracts/routes/bookings/find';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const findServed = served(find, {
  in: z.object({ text: z.string().max(200).catch('') }),
  right: 'bookings:see',
});
