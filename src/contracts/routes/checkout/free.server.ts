import { FreeQuery } from '#contracts/checkout/checkout';
import { free } from '#contracts/routes/checkout/free';
import { served, sizes } from '#contracts/routes/served';

export const freeServed = served(free, {
  in: FreeQuery,
  right: 'anybody',
  limits: { bytes: sizes.form, queued: true },
});
