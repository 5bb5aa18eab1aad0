import { CallOffDate } from '#contracts/places/places';
import { callOffDate } from '#contracts/routes/places/callOffDate';
import { served } from '#contracts/routes/served';

export const callOffDateServed = served(callOffDate, {
  in: CallOffDate,
  right: 'offer:write',
});
