import { applyTermsServed } from '#contracts/routes/terms/applyTerms.server';
import { giveTermsServed } from '#contracts/routes/terms/giveTerms.server';
import { publishTermsServed } from '#contracts/routes/terms/publishTerms.server';
import { serve, type ServedRoute } from '#server/http/serve';
import { provenRefund } from '#server/http/proof';

export const termsRoutes: readonly ServedRoute[] = [
  serve(publishTermsServed, ({ app }) => app.publishTerms),
  serve(giveTermsServed, ({ app }) => app.giveTerms),
  serve(applyTermsServed, (visit) => provenRefund(visit, visit.app.applyTerms)),
];
