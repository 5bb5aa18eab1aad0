import { ChangePassword } from '#contracts/auth/auth';
import { changePassword } from '#contracts/routes/door/changePassword';
import { served } from '#contracts/routes/served';

export const changePasswordServed = served(changePassword, {
  in: ChangePassword,
  right: 'own sign-in',
});
