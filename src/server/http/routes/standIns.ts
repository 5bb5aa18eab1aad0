import {
  moveClockServed,
  readMailServed,
  repeatEventServed,
  standInsViewServed,
  steerFaultsServed,
  steerRenewalsServed,
  stopClockServed,
} from '#contracts/routes/standIns.server';
import { type ServedRoute, serveView, serveVisit } from '#server/http/serve';

export const standInsRoutes: readonly ServedRoute[] = [
  serveVisit(moveClockServed, ({ app }) => app.startMovingClock),
  serveVisit(steerRenewalsServed, ({ app }) => app.steerRenewals),
  serveVisit(steerFaultsServed, ({ app }) => app.steerFaults),
  serveVisit(repeatEventServed, ({ app }) => app.repeatEvent),
  serveVisit(stopClockServed, ({ app }) => app.stopMovingClock),
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
