import { MoveUnit } from '#contracts/places/places';
import { moveUnit } from '#contracts/routes/places/moveUnit';
import { served } from '#contracts/routes/served';

export const moveUnitServed = served(moveUnit, { in: MoveUnit, right: 'bookings:change' });
