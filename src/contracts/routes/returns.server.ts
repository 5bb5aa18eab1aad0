import { BroughtBack, OnlyBooking } from '#contracts/claims/after';
import { broughtBack, notBack } from '#contracts/routes/returns';
import { served } from '#contracts/routes/served';

export const broughtBackServed = served(broughtBack, { in: BroughtBack, right: 'bookings:change' });

export const notBackServed = served(notBack, { in: OnlyBooking, right: 'bookings:change' });
