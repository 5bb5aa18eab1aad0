import { applyTermsServed, giveTermsServed, publishTermsServed } from '#contracts/routes/catalogue.server';
import { serve, type ServedRoute } from '#server/http/serve';
import { provenRefund } from '#server/http/proof';

export const termsRoutes: readonly ServedRoute[] = [
  serve(publishTermsServed, ({ app }) => app.publishTerms),
  serve(giveTermsServed, ({ app }) => app.giveTerms),
  serve(applyTermsServed, (visit) => provenRefund(visit, visit.app.applyTerms)),
];
