import {
  askForClaimsServed,
  decideClaimServed,
  saveClaimServed,
  takeClaimsServed,
  withdrawClaimServed,
} from '#contracts/routes/claims.server';
import { type ServedRoute, serve } from '#server/http/serve';
import { askForClaims, decideClaim, saveClaim, takeClaims, withdrawClaim } from '#server/usecases/claims/claims';

export const claimsRoutes: readonly ServedRoute[] = [
  serve(askForClaimsServed, askForClaims),
  serve(decideClaimServed, decideClaim),
  serve(saveClaimServed, saveClaim),
  serve(takeClaimsServed, takeClaims),
  serve(withdrawClaimServed, withdrawClaim),
];
