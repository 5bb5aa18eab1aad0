import { GiveUp } from '#contracts/change';
import { giveUp } from '#contracts/routes/bookings/giveUp';
import { served } from '#contracts/routes/served';

export const giveUpServed = served(giveUp, { in: GiveUp, right: 'money:give back' });
