import { RepeatEvent } from '#contracts/bookings/owner';
import { served } from '#contracts/routes/served';
import { repeatEvent } from '#contracts/routes/standIns/repeatEvent';

export const repeatEventServed = served(repeatEvent, { in: RepeatEvent, right: 'stand-ins' });
