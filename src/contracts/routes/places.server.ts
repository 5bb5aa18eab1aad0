import { AddDate, BlockPlace, CallOffDate, FreePlace, MoveUnit, SaveHours, SavePlace } from '#contracts/places/places';
import { LanesQuery, TimeQuery } from '#contracts/places/timeViews';
import {
  addDate,
  blockPlace,
  calendar,
  callOffDate,
  freePlace,
  lanes,
  moveUnit,
  saveHours,
  savePlace,
} from '#contracts/routes/places';
import { served, sizes } from '#contracts/routes/served';

export const addDateServed = served(addDate, { in: AddDate, right: 'offer:write' });

export const blockPlaceServed = served(blockPlace, {
  in: BlockPlace,
  right: 'offer:write',
});

export const calendarServed = served(calendar, { in: TimeQuery, right: 'bookings:see' });

export const callOffDateServed = served(callOffDate, {
  in: CallOffDate,
  right: 'offer:write',
});

export const freePlaceServed = served(freePlace, { in: FreePlace, right: 'offer:write' });

export const lanesServed = served(lanes, { in: LanesQuery, right: 'bookings:see' });

export const moveUnitServed = served(moveUnit, { in: MoveUnit, right: 'bookings:change' });

export const saveHoursServed = served(saveHours, {
  in: SaveHours,
  right: 'offer:write',
  limits: { bytes: sizes.document },
});

export const savePlaceServed = served(savePlace, { in: SavePlace, right: 'offer:write' });
