import { GiveUp } from '#contracts/bookings/change';
import { giveUp } from '#contracts/routes/bookings/giveUp';
import { served } from '#contracts/routes/served';

export const giveUpServed = served(giveUp, { in: GiveUp, right: 'money:give back' });
