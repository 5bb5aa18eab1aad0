import { OnClaim } from '#contracts/claims/after';
import { withdrawClaim } from '#contracts/routes/closing/withdrawClaim';
import { served } from '#contracts/routes/served';

export const withdrawClaimServed = served(withdrawClaim, { in: OnClaim, right: 'bookings:change' });
