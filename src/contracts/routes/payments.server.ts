import { WriteOff } from '#contracts/bookings/change';
import { OnBooking, RecordPayment, StopAtCounter, TakeAtCounter } from '#contracts/bookings/owner';
import { ForeseeReversal, ReversePayment } from '#contracts/claims/after';
import {
  requestNow,
  chargeNow,
  foreseeReversal,
  writeOff,
  reversePayment,
  recordPayment,
  stopAtCounter,
  takeAtCounter,
} from '#contracts/routes/payments';
import { served } from '#contracts/routes/served';

export const writeOffServed = served(writeOff, { in: WriteOff, right: 'money:give back' });

export const foreseeReversalServed = served(foreseeReversal, { in: ForeseeReversal, right: 'money:give back' });

export const reversePaymentServed = served(reversePayment, { in: ReversePayment, right: 'money:give back' });

export const requestNowServed = served(requestNow, { in: OnBooking, right: 'money:take' });

export const chargeNowServed = served(chargeNow, { in: OnBooking, right: 'money:take' });

export const recordPaymentServed = served(recordPayment, {
  in: RecordPayment,
  right: 'money:take',
});

export const stopAtCounterServed = served(stopAtCounter, {
  in: StopAtCounter,
  right: 'money:take',
});

export const takeAtCounterServed = served(takeAtCounter, {
  in: TakeAtCounter,
  right: 'money:take',
});
