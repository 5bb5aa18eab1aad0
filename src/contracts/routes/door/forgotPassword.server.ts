import { ForgotPassword } from '#contracts/auth/auth';
import { forgotPassword } from '#contracts/routes/door/forgotPassword';
import { served } from '#contracts/routes/served';

export const forgotPasswordServed = served(forgotPassword, { in: ForgotPassword, right: 'anybody' });
