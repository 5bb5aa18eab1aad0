import { FirstStart } from '#contracts/bookings/owner';
import { firstStart } from '#contracts/routes/door/firstStart';
import { served } from '#contracts/routes/served';

export const firstStartServed = served(firstStart, { in: FirstStart, right: 'anybody' });
