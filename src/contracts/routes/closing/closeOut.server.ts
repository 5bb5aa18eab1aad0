import { CloseOutBooking } from '#contracts/bookings/owner';
import { closeOut } from '#contracts/routes/closing/closeOut';
import { served, sizes } from '#contracts/routes/served';

export const closeOutServed = served(closeOut, {
  in: CloseOutBooking,
  right: 'money:give back',
  limits: { bytes: sizes.document },
});
