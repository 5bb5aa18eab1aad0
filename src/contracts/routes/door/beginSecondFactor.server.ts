import { WithPassword } from '#contracts/auth/auth';
import { beginSecondFactor } from '#contracts/routes/door/beginSecondFactor';
import { served } from '#contracts/routes/served';

export const beginSecondFactorServed = served(beginSecondFactor, {
  in: WithPassword,
  right: 'own sign-in',
});
