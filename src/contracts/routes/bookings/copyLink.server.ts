import { OnBooking } from '#contracts/bookings/owner';
import { copyLink } from '#contracts/routes/bookings/copyLink';
import { served } from '#contracts/routes/served';

export const copyLinkServed = served(copyLink, { in: OnBooking, right: 'bookings:change' });
