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
import { type ServedRoute, serve, serveView } from '#server/http/serve';
import { moveUnit } from '#server/usecases/places/moveUnit';
import { addDate, blockPlace, callOffDate, freePlace, saveHours, savePlace } from '#server/usecases/places/places';

export const placesRoutes: readonly ServedRoute[] = [
  serve(saveHoursServed, saveHours),
  serve(savePlaceServed, savePlace),
  serve(addDateServed, addDate),
  serve(callOffDateServed, callOffDate),
  serve(blockPlaceServed, blockPlace),
  serve(moveUnitServed, moveUnit),
  serve(freePlaceServed, freePlace),
  serveView(calendarServed, ({ app }) => app.queries.calendarDays),
  serveView(lanesServed, ({ app }) => app.queries.lanes),
];
