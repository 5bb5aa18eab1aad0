import { agreementSampleServed, saveAgreementServed } from '#contracts/routes/agreements.server';
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { saveAgreement } from '#server/usecases/quotes/quoteTemplates';

export const agreementsRoutes: readonly ServedRoute[] = [
  serve(saveAgreementServed, saveAgreement),
  serveView(
    agreementSampleServed,
    ({ app }) =>
      ({ number }) =>
        app.queries.agreementSample(number),
  ),
];
