import { TakeAtCounter } from '#contracts/bookings/owner';
import { takeAtCounter } from '#contracts/routes/paying/takeAtCounter';
import { served } from '#contracts/routes/served';

export const takeAtCounterServed = served(takeAtCounter, {
  in: TakeAtCounter,
  right: 'money:take',
});
