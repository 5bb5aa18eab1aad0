import { EndSession } from '#contracts/auth/auth';
import { endSession } from '#contracts/routes/door/endSession';
import { served } from '#contracts/routes/served';

export const endSessionServed = served(endSession, {
  in: EndSession,
  right: 'own sign-in',
});
