import { connectServed } from '#contracts/routes/ways/connect.server';
import { disconnectServed } from '#contracts/routes/ways/disconnect.server';
import { finishConnectingServed } from '#contracts/routes/ways/finishConnecting.server';
import { saveWaysServed } from '#contracts/routes/ways/saveWays.server';
import { waysViewServed } from '#contracts/routes/ways/waysView.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import { proven } from '#server/http/proof';

export const waysRoutes: readonly ServedRoute[] = [
  serve(connectServed, (visit) => proven(visit, visit.app.connect)),
  serve(finishConnectingServed, ({ app }) => app.finishConnecting),
  serve(disconnectServed, (visit) => proven(visit, visit.app.disconnect)),
  serve(saveWaysServed, (visit) =>
    proven(visit, visit.app.saveWays, async ({ transferTo }) => (await visit.app.queries.transferTo()) !== transferTo),
  ),
  serveView(
    waysViewServed,
    ({ app }) =>
      () =>
        app.waysView(),
  ),
];
