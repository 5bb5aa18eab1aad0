import { changeServicesServed } from '#contracts/routes/services/changeServices.server';
import { saveServiceServed } from '#contracts/routes/services/saveService.server';
import { saveTaxesServed } from '#contracts/routes/services/saveTaxes.server';
import { servicesViewServed } from '#contracts/routes/services/servicesView.server';
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
