import { MarkReturned, OnlyBooking } from '#contracts/claims/after';
import { markReturned, markMissing } from '#contracts/routes/returns';
import { served } from '#contracts/routes/served';

export const markReturnedServed = served(markReturned, { in: MarkReturned, right: 'bookings:change' });

export const markMissingServed = served(markMissing, { in: OnlyBooking, right: 'bookings:change' });
