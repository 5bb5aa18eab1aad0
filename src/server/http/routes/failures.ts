import { dropFailureServed, failuresViewServed, retryFailureServed } from '#contracts/routes/failures.server';
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { dropFailure, retryFailure } from '#server/usecases/failures/retryFailure';

export const failuresRoutes: readonly ServedRoute[] = [
  serve(retryFailureServed, retryFailure),
  serve(dropFailureServed, dropFailure),
  serveView(
    failuresViewServed,
    ({ app }) =>
      () =>
        app.queries.failures(),
  ),
];
