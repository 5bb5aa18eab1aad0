import { OnBooking } from '#contracts/bookings/owner';
import { askNow } from '#contracts/routes/paying/askNow';
import { served } from '#contracts/routes/served';

export const askNowServed = served(askNow, { in: OnBooking, right: 'money:take' });
