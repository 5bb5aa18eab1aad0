import { beginOfferServed } from '#contracts/routes/business/beginOffer.server';
import { beginViewServed } from '#contracts/routes/business/beginView.server';
import { cleanBooksServed } from '#contracts/routes/business/cleanBooks.server';
import { saveBegunServed } from '#contracts/routes/business/saveBegun.server';
import { testAccountServed } from '#contracts/routes/business/testAccount.server';
import { triedCopyServed } from '#contracts/routes/business/triedCopy.server';
import { savePageServed } from '#contracts/routes/business/savePage.server';
import { saveStyleServed } from '#contracts/routes/business/saveStyle.server';
import { saveToldServed } from '#contracts/routes/business/saveTold.server';
import { saveBusinessServed } from '#contracts/routes/business/saveBusiness.server';
import { saveSafetyServed } from '#contracts/routes/business/saveSafety.server';
import { shellServed } from '#contracts/routes/business/shell.server';
import { stopBookingServed } from '#contracts/routes/business/stopBooking.server';
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
