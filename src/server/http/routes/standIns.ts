import { moveClockServed } from '#contracts/routes/standIns/moveClock.server';
import { readMailServed } from '#contracts/routes/standIns/readMail.server';
import { repeatEventServed } from '#contracts/routes/standIns/repeatEvent.server';
import { standInsViewServed } from '#contracts/routes/standIns/standInsView.server';
import { steerRenewalsServed } from '#contracts/routes/standIns/steerRenewals.server';
import { steerFaultsServed } from '#contracts/routes/standIns/steerFaults.server';
import { stopClockServed } from '#contracts/routes/standIns/stopClock.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const standInsRoutes: readonly ServedRoute[] = [
  serve(moveClockServed, ({ app }) => app.startMovingClock),
  serve(steerRenewalsServed, ({ app }) => app.steerRenewals),
  serve(steerFaultsServed, ({ app }) => app.steerFaults),
  serve(repeatEventServed, ({ app }) => app.repeatEvent),
  serve(stopClockServed, ({ app }) => app.stopMovingClock),
  serveView(
    standInsViewServed,
    ({ app }) =>
      ({ mail }) =>
        app.standIns(mail),
  ),
  serveView(
    readMailServed,
    ({ app }) =>
      ({ seq }) =>
        app.world.mail.read(Number(seq)),
  ),
];
