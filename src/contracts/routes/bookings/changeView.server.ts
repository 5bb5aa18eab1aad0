import { changeView } from '#contracts/routes/bookings/changeView';
import { served } from '#contracts/routes/served';
import { z } from 'zod';

export const changeViewServed = served(changeView, {
  in: z.object({ number: z.string().max(20) }),
  right: 'bookings:change',
});
