import {
  applyTermsServed,
  changeServicesServed,
  giveTermsServed,
  publishTermsServed,
  saveServiceServed,
  saveTaxesServed,
  servicesViewServed,
} from '#contracts/routes/catalogue.server';
import { provenRefund } from '#server/http/proof';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { changeServices, saveService, saveTaxes } from '#server/usecases/catalogue/services';
import { applyTerms, giveTerms, publishTerms } from '#server/usecases/catalogue/terms';

export const catalogueRoutes: readonly ServedRoute[] = [
  serve(saveServiceServed, saveService),
  serve(changeServicesServed, changeServices),
  serve(saveTaxesServed, saveTaxes),
  serveView(
    servicesViewServed,
    ({ app }) =>
      () =>
        app.queries.services(),
  ),
  serve(publishTermsServed, publishTerms),
  serve(giveTermsServed, giveTerms),
  serveVisit(applyTermsServed, (visit) => provenRefund(visit, applyTerms(visit.app.deps))),
];
