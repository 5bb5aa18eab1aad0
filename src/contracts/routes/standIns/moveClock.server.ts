import { MoveClock } from '#contracts/bookings/owner';
import { served } from '#contracts/routes/served';
import { moveClock } from '#contracts/routes/standIns/moveClock';

export const moveClockServed = served(moveClock, { in: MoveClock, right: 'stand-ins' });
