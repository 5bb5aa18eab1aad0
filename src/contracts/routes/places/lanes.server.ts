import { lanes } from '#contracts/routes/places/lanes';
import { served } from '#contracts/routes/served';
import { TimeQuery } from '#contracts/timeViews';

export const lanesServed = served(lanes, { in: TimeQuery, right: 'bookings:see' });
