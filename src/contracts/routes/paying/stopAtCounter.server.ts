import { StopAtCounter } from '#contracts/bookings/owner';
import { stopAtCounter } from '#contracts/routes/paying/stopAtCounter';
import { served } from '#contracts/routes/served';

export const stopAtCounterServed = served(stopAtCounter, {
  in: StopAtCounter,
  right: 'money:take',
});
