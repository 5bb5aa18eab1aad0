import { giveUpOnServed, notThroughViewServed, tryThroughServed } from '#contracts/routes/failures.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const throughRoutes: readonly ServedRoute[] = [
  serve(tryThroughServed, ({ app }) => app.tryThrough),
  serve(giveUpOnServed, ({ app }) => app.giveUpOn),
  serveView(
    notThroughViewServed,
    ({ app }) =>
      () =>
        app.queries.notThrough(),
  ),
];
