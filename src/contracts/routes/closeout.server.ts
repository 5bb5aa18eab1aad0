import { CloseOutBooking, ReleaseMany } from '#contracts/bookings/owner';
import { PutHold } from '#contracts/claims/after';
import { closeOut, closeOuts, putHold, releaseMany } from '#contracts/routes/closeout';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const closeOutServed = served(closeOut, {
  in: CloseOutBooking,
  right: 'money:give back',
  limits: { bytes: sizes.document },
});

export const closeOutsServed = served(closeOuts, { in: z.object({}), right: 'bookings:see' });

export const putHoldServed = served(putHold, { in: PutHold, right: 'money:take' });

export const releaseManyServed = served(releaseMany, {
  in: ReleaseMany,
  right: 'money:give back',
  limits: { bytes: sizes.document },
});
