import { ReleaseMany } from '#contracts/bookings/owner';
import { releaseMany } from '#contracts/routes/closing/releaseMany';
import { served, sizes } from '#contracts/routes/served';

export const releaseManyServed = served(releaseMany, {
  in: ReleaseMany,
  right: 'money:give back',
  limits: { bytes: sizes.document },
});
