import { saveBusinessServed } from '#contracts/routes/business/saveBusiness.server';
import { saveSafetyServed } from '#contracts/routes/business/saveSafety.server';
import { shellServed } from '#contracts/routes/business/shell.server';
import { stopBookingServed } from '#contracts/routes/business/stopBooking.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import { proven } from '#server/http/proof';

export const businessRoutes: readonly ServedRoute[] = [
  serve(saveBusinessServed, ({ app }) => app.saveBusiness),
  serve(stopBookingServed, ({ app }) => app.stopBooking),
  serve(saveSafetyServed, (visit) => proven(visit, visit.app.saveSafety)),
  serveView(
    shellServed,
    ({ app, person }) =>
      () =>
        app.queries.shell(person!, app.world.clock.standing()),
  ),
];
