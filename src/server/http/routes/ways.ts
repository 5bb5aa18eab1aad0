import {
  connectServed,
  disconnectServed,
  finishConnectingServed,
  saveWaysServed,
  waysViewServed,
} from '#contracts/routes/paymentMethods.server';
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
