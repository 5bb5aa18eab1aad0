import {
  askForClaimsServed,
  decideClaimServed,
  saveClaimServed,
  takeClaimsServed,
  withdrawClaimServed,
} from '#contracts/routes/claims.server';
import { broughtBackServed, notBackServed } from '#contracts/routes/returns.server';
import { foreseeCourtesyServed, giveCourtesyServed } from '#contracts/routes/courtesies.server';
import { foreseePutRightServed, putRightServed } from '#contracts/routes/payments.server';
import { closeOutServed, closeOutsServed, putHoldServed, releaseManyServed } from '#contracts/routes/closeout.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import { provenRefund } from '#server/http/proof';

export const closingRoutes: readonly ServedRoute[] = [
  serve(closeOutServed, (visit) => provenRefund(visit, visit.app.closeOut)),
  serve(releaseManyServed, (visit) => provenRefund(visit, visit.app.releaseMany)),
  serve(askForClaimsServed, ({ app }) => app.askForClaims),
  serve(broughtBackServed, ({ app }) => app.broughtBack),
  serve(decideClaimServed, ({ app }) => app.decideClaim),
  serve(foreseeCourtesyServed, ({ app }) => app.foreseeCourtesy),
  serve(foreseePutRightServed, ({ app }) => app.foreseePutRight),
  serve(giveCourtesyServed, (visit) => provenRefund(visit, visit.app.giveCourtesy)),
  serve(notBackServed, ({ app }) => app.notBack),
  serve(putHoldServed, ({ app }) => app.putHold),
  serve(putRightServed, ({ app }) => app.putRight),
  serve(saveClaimServed, ({ app }) => app.saveClaim),
  serve(takeClaimsServed, ({ app }) => app.takeClaims),
  serve(withdrawClaimServed, ({ app }) => app.withdrawClaim),
  serveView(
    closeOutsServed,
    ({ app }) =>
      () =>
        app.queries.closeOuts(),
  ),
];
