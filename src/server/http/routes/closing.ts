import { closeOutServed } from '#contracts/routes/closing/closeOut.server';
import { closeOutsServed } from '#contracts/routes/closing/closeOuts.server';
import { releaseManyServed } from '#contracts/routes/closing/releaseMany.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import { provenRefund } from '#server/http/proof';

export const closingRoutes: readonly ServedRoute[] = [
  serve(closeOutServed, (visit) => provenRefund(visit, visit.app.closeOut)),
  serve(releaseManyServed, (visit) => provenRefund(visit, visit.app.releaseMany)),
  serveView(
    closeOutsServed,
    ({ app }) =>
      () =>
        app.queries.closeOuts(),
  ),
];
