import { DecideClaim } from '#contracts/claims/after';
import { decideClaim } from '#contracts/routes/closing/decideClaim';
import { served } from '#contracts/routes/served';

export const decideClaimServed = served(decideClaim, { in: DecideClaim, right: 'money:give back' });
