import { askForClaimsServed } from '#contracts/routes/closing/askForClaims.server';
import { broughtBackServed } from '#contracts/routes/closing/broughtBack.server';
import { decideClaimServed } from '#contracts/routes/closing/decideClaim.server';
import { foreseeCourtesyServed } from '#contracts/routes/closing/foreseeCourtesy.server';
import { foreseePutRightServed } from '#contracts/routes/closing/foreseePutRight.server';
import { giveCourtesyServed } from '#contracts/routes/closing/giveCourtesy.server';
import { notBackServed } from '#contracts/routes/closing/notBack.server';
import { putHoldServed } from '#contracts/routes/closing/putHold.server';
import { putRightServed } from '#contracts/routes/closing/putRight.server';
import { saveClaimServed } from '#contracts/routes/closing/saveClaim.server';
import { takeClaimsServed } from '#contracts/routes/closing/takeClaims.server';
import { withdrawClaimServed } from '#contracts/routes/closing/withdrawClaim.server';
import { closeOutServed } from '#contracts/routes/closing/closeOut.server';
import { closeOutsServed } from '#contracts/routes/closing/closeOuts.server';
import { releaseManyServed } from '#contracts/routes/closing/releaseMany.server';
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
