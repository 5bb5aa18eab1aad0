import { lanes } from '#contracts/routes/places/lanes';
import { served } from '#contracts/routes/served';
import { LanesQuery } from '#contracts/places/timeViews';

export const lanesServed = served(lanes, { in: LanesQuery, right: 'bookings:see' });
