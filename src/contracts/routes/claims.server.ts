import { DecideClaim, OnClaim, OnClaims, SaveClaim } from '#contracts/claims/after';
import { askForClaims, decideClaim, saveClaim, takeClaims, withdrawClaim } from '#contracts/routes/claims';
import { served, sizes } from '#contracts/routes/served';

export const askForClaimsServed = served(askForClaims, { in: OnClaims, right: 'money:take' });

export const decideClaimServed = served(decideClaim, { in: DecideClaim, right: 'money:give back' });

export const saveClaimServed = served(saveClaim, {
  in: SaveClaim,
  right: 'bookings:change',
  limits: { bytes: sizes.document },
});

export const takeClaimsServed = served(takeClaims, { in: OnClaims, right: 'money:take' });

export const withdrawClaimServed = served(withdrawClaim, { in: OnClaim, right: 'bookings:change' });
