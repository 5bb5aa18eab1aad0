import { OnClaims } from '#contracts/claims/after';
import { askForClaims } from '#contracts/routes/closing/askForClaims';
import { served } from '#contracts/routes/served';

export const askForClaimsServed = served(askForClaims, { in: OnClaims, right: 'money:take' });
