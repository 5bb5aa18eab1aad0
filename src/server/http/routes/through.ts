import { giveUpOnServed } from '#contracts/routes/through/giveUpOn.server';
import { notThroughViewServed } from '#contracts/routes/through/notThroughView.server';
import { tryThroughServed } from '#contracts/routes/through/tryThrough.server';
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
