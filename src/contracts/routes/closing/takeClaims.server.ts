import { OnClaims } from '#contracts/claims/after';
import { takeClaims } from '#contracts/routes/closing/takeClaims';
import { served } from '#contracts/routes/served';

export const takeClaimsServed = served(takeClaims, { in: OnClaims, right: 'money:take' });
