import { addDateServed } from '#contracts/routes/places/addDate.server';
import { blockPlaceServed } from '#contracts/routes/places/blockPlace.server';
import { calendarServed } from '#contracts/routes/places/calendar.server';
import { callOffDateServed } from '#contracts/routes/places/callOffDate.server';
import { freePlaceServed } from '#contracts/routes/places/freePlace.server';
import { lanesServed } from '#contracts/routes/places/lanes.server';
import { moveUnitServed } from '#contracts/routes/places/moveUnit.server';
import { saveHoursServed } from '#contracts/routes/places/saveHours.server';
import { savePlaceServed } from '#contracts/routes/places/savePlace.server';
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
