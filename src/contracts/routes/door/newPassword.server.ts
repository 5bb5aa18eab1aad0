import { NewPasswordByLink } from '#contracts/auth/auth';
import { newPassword } from '#contracts/routes/door/newPassword';
import { served } from '#contracts/routes/served';

export const newPasswordServed = served(newPassword, { in: NewPasswordByLink, right: 'anybody' });
