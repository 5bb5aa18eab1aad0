import { ForgotPassword } from '#contracts/door';
import { counted } from '#server/http/counted';
import { endpoint } from '#server/http/endpoint';

/** Answered alike whether the address is known or not; each letter counts. */
export const POST = endpoint(ForgotPassword, (locals) =>
  counted(
    locals,
    'passwordLetter',
    { subject: ({ email }: ForgotPassword) => email, counts: () => true },
    locals.app.door.forgotPassword,
  ),
);
