import {
  beginOfferServed,
  beginViewServed,
  cleanBooksServed,
  saveBegunServed,
  saveBusinessServed,
  savePageServed,
  saveSafetyServed,
  saveStyleServed,
  saveToldServed,
  shellServed,
  stopBookingServed,
  testAccountServed,
  triedCopyServed,
} from '#contracts/routes/settings.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';
import { proven } from '#server/http/proof';

export const businessRoutes: readonly ServedRoute[] = [
  serveView(beginViewServed, ({ app }) => app.beginView),
  serve(beginOfferServed, ({ app }) => app.beginOffer),
  serve(saveBegunServed, ({ app }) => app.saveBegun),
  serve(testAccountServed, (visit) => proven(visit, visit.app.testAccount)),
  serveView(triedCopyServed, ({ app }) => app.triedCopy),
  serve(cleanBooksServed, (visit) => proven(visit, visit.app.cleanBooks)),
  serve(saveBusinessServed, ({ app }) => app.saveBusiness),
  serve(savePageServed, ({ app }) => app.savePage),
  serve(saveStyleServed, ({ app }) => app.saveStyle),
  serve(saveToldServed, ({ app }) => app.saveTold),
  serve(stopBookingServed, ({ app }) => app.stopBooking),
  serve(saveSafetyServed, (visit) => proven(visit, visit.app.saveSafety)),
  serveView(
    shellServed,
    ({ app, person }) =>
      () =>
        app.queries.shell(person!, app.world.clock.standing()),
  ),
];
