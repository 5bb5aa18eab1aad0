import { foreseeCourtesyServed, giveCourtesyServed } from '#contracts/routes/courtesies.server';
import { provenRefund } from '#server/http/proof';
import { type ServedRoute, serve, serveVisit } from '#server/http/serve';
import { foreseeCourtesy, giveCourtesy } from '#server/usecases/courtesies/courtesy';

export const courtesiesRoutes: readonly ServedRoute[] = [
  serve(foreseeCourtesyServed, foreseeCourtesy),
  serveVisit(giveCourtesyServed, (visit) => provenRefund(visit, giveCourtesy(visit.app.deps))),
];
