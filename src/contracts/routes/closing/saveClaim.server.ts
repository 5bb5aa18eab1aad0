import { SaveClaim } from '#contracts/claims/after';
import { saveClaim } from '#contracts/routes/closing/saveClaim';
import { served, sizes } from '#contracts/routes/served';

export const saveClaimServed = served(saveClaim, {
  in: SaveClaim,
  right: 'bookings:change',
  limits: { bytes: sizes.document },
});
