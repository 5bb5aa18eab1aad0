import { Nothing } from '#contracts/auth/auth';
import { endOtherSessions } from '#contracts/routes/door/endOtherSessions';
import { served } from '#contracts/routes/served';

export const endOtherSessionsServed = served(endOtherSessions, {
  in: Nothing,
  right: 'own sign-in',
});
