import { UseOnBooking } from '#contracts/credit/credit';
import { useOnBooking } from '#contracts/routes/credit/useOnBooking';
import { served } from '#contracts/routes/served';

export const useOnBookingServed = served(useOnBooking, {
  in: UseOnBooking,
  right: 'credit:write',
});
