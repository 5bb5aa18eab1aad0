import { closeOutServed, closeOutsServed, putHoldServed, releaseManyServed } from '#contracts/routes/closeout.server';
import { provenRefund } from '#server/http/proof';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { closeOut, releaseMany } from '#server/usecases/closeout/closeOut';
import { putHold } from '#server/usecases/closeout/putHold';

export const closeoutRoutes: readonly ServedRoute[] = [
  serveVisit(closeOutServed, (visit) => provenRefund(visit, closeOut(visit.app.deps))),
  serveVisit(releaseManyServed, (visit) => provenRefund(visit, releaseMany(visit.app.deps))),
  serve(putHoldServed, putHold),
  serveView(
    closeOutsServed,
    ({ app }) =>
      () =>
        app.queries.closeOuts(),
  ),
];
