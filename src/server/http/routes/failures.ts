import { giveUpOnServed, notThroughViewServed, tryThroughServed } from '#contracts/routes/failures.server';
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { giveUpOn, tryThrough } from '#server/usecases/failures/retryFailure';

export const failuresRoutes: readonly ServedRoute[] = [
  serve(tryThroughServed, tryThrough),
  serve(giveUpOnServed, giveUpOn),
  serveView(
    notThroughViewServed,
    ({ app }) =>
      () =>
        app.queries.notThrough(),
  ),
];
