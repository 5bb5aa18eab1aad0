import {
  chooseAccountServed,
  connectServed,
  disconnectServed,
  finishConnectingServed,
  savePaymentMethodsServed,
  paymentMethodsViewServed,
} from '#contracts/routes/paymentMethods.server';
import { proven } from '#server/http/proof';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { chooseAccount } from '#server/usecases/paymentMethods/chooseAccount';
import { connect, disconnect, finishConnecting, savePaymentMethods } from '#server/usecases/paymentMethods/connect';

export const paymentMethodsRoutes: readonly ServedRoute[] = [
  serve(chooseAccountServed, chooseAccount),
  serveVisit(connectServed, (visit) => proven(visit, connect(visit.app.deps))),
  serve(finishConnectingServed, finishConnecting),
  serveVisit(disconnectServed, (visit) => proven(visit, disconnect(visit.app.deps))),
  serveVisit(savePaymentMethodsServed, (visit) =>
    proven(
      visit,
      savePaymentMethods(visit.app.deps),
      async ({ transferTo }) => (await visit.app.queries.transferTo()) !== transferTo,
    ),
  ),
  serveView(
    paymentMethodsViewServed,
    ({ app }) =>
      () =>
        app.waysView(),
  ),
];
