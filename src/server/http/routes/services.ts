import {
  changeServicesServed,
  saveServiceServed,
  saveTaxesServed,
  servicesViewServed,
} from '#contracts/routes/catalogue.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const servicesRoutes: readonly ServedRoute[] = [
  serve(saveServiceServed, ({ app }) => app.saveService),
  serve(changeServicesServed, ({ app }) => app.changeServices),
  serve(saveTaxesServed, ({ app }) => app.saveTaxes),
  serveView(
    servicesViewServed,
    ({ app }) =>
      () =>
        app.queries.services(),
  ),
];
