import { SecondFactor } from '#contracts/auth/auth';
import { confirmSecondFactor } from '#contracts/routes/door/confirmSecondFactor';
import { served } from '#contracts/routes/served';

export const confirmSecondFactorServed = served(confirmSecondFactor, {
  in: SecondFactor,
  right: 'own sign-in',
});
