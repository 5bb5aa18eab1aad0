import { OnlyBooking } from '#contracts/claims/after';
import { notBack } from '#contracts/routes/closing/notBack';
import { served } from '#contracts/routes/served';

export const notBackServed = served(notBack, { in: OnlyBooking, right: 'bookings:change' });
