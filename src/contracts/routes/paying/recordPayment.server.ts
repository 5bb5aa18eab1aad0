import { RecordPayment } from '#contracts/bookings/owner';
import { recordPayment } from '#contracts/routes/paying/recordPayment';
import { served } from '#contracts/routes/served';

export const recordPaymentServed = served(recordPayment, {
  in: RecordPayment,
  right: 'money:take',
});
