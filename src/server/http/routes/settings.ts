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
import { proven } from '#server/http/proof';
import { type ServedRoute, serve, serveView, serveVisit } from '#server/http/serve';
import { beginOffer, saveBegun, testAccount } from '#server/usecases/settings/begin';
import { cleanBooks, triedCopy } from '#server/usecases/settings/cleanBooks';
import { saveSafety, stopBooking } from '#server/usecases/settings/safety';
import { saveBusiness } from '#server/usecases/settings/saveBusiness';
import { savePage, saveStyle, saveTold } from '#server/usecases/settings/saveSettings';

export const settingsRoutes: readonly ServedRoute[] = [
  serveView(beginViewServed, ({ app }) => app.beginView),
  serve(beginOfferServed, beginOffer),
  serve(saveBegunServed, saveBegun),
  serveVisit(testAccountServed, (visit) => proven(visit, testAccount(visit.app.deps))),
  serveView(triedCopyServed, ({ app }) => triedCopy(app.deps)),
  serveVisit(cleanBooksServed, (visit) => proven(visit, cleanBooks(visit.app.deps))),
  serve(saveBusinessServed, saveBusiness),
  serve(savePageServed, savePage),
  serve(saveStyleServed, saveStyle),
  serve(saveToldServed, saveTold),
  serve(stopBookingServed, stopBooking),
  serveVisit(saveSafetyServed, (visit) => proven(visit, saveSafety(visit.app.deps))),
  serveView(
    shellServed,
    ({ app, person }) =>
      () =>
        app.queries.shell(person!, app.world.clock.standing()),
  ),
];
