import { WithPassword } from '#contracts/auth/auth';
import { endSecondFactor } from '#contracts/routes/door/endSecondFactor';
import { served } from '#contracts/routes/served';

export const endSecondFactorServed = served(endSecondFactor, {
  in: WithPassword,
  right: 'own sign-in',
});
