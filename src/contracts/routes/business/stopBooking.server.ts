import { StopBooking } from '#contracts/auth/auth';
import { stopBooking } from '#contracts/routes/business/stopBooking';
import { served } from '#contracts/routes/served';

export const stopBookingServed = served(stopBooking, {
  in: StopBooking,
  right: 'business:write',
});
