import { BroughtBack } from '#contracts/claims/after';
import { broughtBack } from '#contracts/routes/closing/broughtBack';
import { served } from '#contracts/routes/served';

export const broughtBackServed = served(broughtBack, { in: BroughtBack, right: 'bookings:change' });
