import {
  moveClockServed,
  readMailServed,
  repeatEventServed,
  standInsViewServed,
  steerFaultsServed,
  steerRenewalsServed,
  stopClockServed,
} from '#contracts/routes/standIns.server';
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
