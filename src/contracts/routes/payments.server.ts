import { GiveUp } from '#contracts/bookings/change';
import { OnBooking, RecordPayment, StopAtCounter, TakeAtCounter } from '#contracts/bookings/owner';
import { ForeseePutRight, PutRight } from '#contracts/claims/after';
import {
  askNow,
  chargeNow,
  foreseePutRight,
  giveUp,
  putRight,
  recordPayment,
  stopAtCounter,
  takeAtCounter,
} from '#contracts/routes/payments';
import { served } from '#contracts/routes/served';

export const giveUpServed = served(giveUp, { in: GiveUp, right: 'money:give back' });

export const foreseePutRightServed = served(foreseePutRight, { in: ForeseePutRight, right: 'money:give back' });

export const putRightServed = served(putRight, { in: PutRight, right: 'money:give back' });

export const askNowServed = served(askNow, { in: OnBooking, right: 'money:take' });

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
