import {
  addDateServed,
  blockPlaceServed,
  calendarServed,
  callOffDateServed,
  freePlaceServed,
  lanesServed,
  moveUnitServed,
  saveHoursServed,
  savePlaceServed,
} from '#contracts/routes/places.server';
import { serve, serveView, type ServedRoute } from '#server/http/serve';

export const placesRoutes: readonly ServedRoute[] = [
  serve(saveHoursServed, ({ app }) => app.saveHours),
  serve(savePlaceServed, ({ app }) => app.savePlace),
  serve(addDateServed, ({ app }) => app.addDate),
  serve(callOffDateServed, ({ app }) => app.callOffDate),
  serve(blockPlaceServed, ({ app }) => app.blockPlace),
  serve(moveUnitServed, ({ app }) => app.moveUnit),
  serve(freePlaceServed, ({ app }) => app.freePlace),
  serveView(calendarServed, ({ app }) => app.queries.calendarDays),
  serveView(lanesServed, ({ app }) => app.queries.lanes),
];
