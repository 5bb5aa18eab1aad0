import { calendar } from '#contracts/routes/places/calendar';
import { served } from '#contracts/routes/served';
import { TimeQuery } from '#contracts/places/timeViews';

export const calendarServed = served(calendar, { in: TimeQuery, right: 'bookings:see' });
