import { OnBooking } from '#contracts/bookings/owner';
import { chargeNow } from '#contracts/routes/paying/chargeNow';
import { served } from '#contracts/routes/served';

export const chargeNowServed = served(chargeNow, { in: OnBooking, right: 'money:take' });
