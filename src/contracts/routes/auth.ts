import type {
  ChangePassword,
  DoorView,
  EndSession,
  EnterByLink,
  ForgotPassword,
  NewPasswordByLink,
  Nothing,
  Prove,
  SecondFactor,
  SecondFactorBegun,
  WithPassword,
} from '#contracts/auth/auth';
import type { FirstStart } from '#contracts/bookings/owner';
import { route, view } from '#contracts/routes/route';
import type { z } from 'zod';

export const beginSecondFactor = route<
  z.input<typeof WithPassword>,
  SecondFactorBegun,
  'password_wrong' | 'second_factor_already' | 'too_many_tries' | 'proof_needed'
>('/api/door/begin-second-factor');

export const changePassword = route<
  z.input<typeof ChangePassword>,
  { readonly ended: number },
  'password_common' | 'password_wrong' | 'too_many_tries'
>('/api/door/change-password');

export const confirmSecondFactor = route<
  z.input<typeof SecondFactor>,
  { readonly confirmed: boolean },
  'too_many_tries' | 'code_wrong'
>('/api/door/confirm-second-factor');

export const doorView = view<object, DoorView>('/api/door');

export const endOtherSessions = route<z.input<typeof Nothing>, { readonly ended: number }>(
  '/api/door/end-other-sessions',
);

export const endSecondFactor = route<
  z.input<typeof WithPassword>,
  { readonly ended: boolean },
  'too_many_tries' | 'password_wrong' | 'proof_needed'
>('/api/door/end-second-factor');

export const endSession = route<z.input<typeof EndSession>, { readonly ended: true }, 'session_not_found'>(
  '/api/door/end-session',
);

export const enterByLink = route<
  z.input<typeof EnterByLink>,
  { readonly entered: boolean },
  'too_many_tries' | 'link_over'
>('/api/door/enter');

export const firstStart = route<
  z.input<typeof FirstStart>,
  { readonly ready: true },
  'set_up_already' | 'start_code_wrong' | 'password_common' | 'too_many_tries'
>('/api/first-start');

export const forgotPassword = route<z.input<typeof ForgotPassword>, { readonly sent: true }, 'too_many_tries'>(
  '/api/door/forgot',
);

export const newPassword = route<
  z.input<typeof NewPasswordByLink>,
  { readonly changed: true },
  'link_over' | 'password_common' | 'too_many_tries'
>('/api/door/new-password');

export const prove = route<
  z.input<typeof Prove>,
  { readonly proven: true },
  'password_wrong' | 'code_wrong' | 'too_many_tries'
>('/api/door/prove');

/** Asked by the command that prints a sign-in link, which alone can make the token: whether somebody signs in so. */
export const signsIn = route<z.input<typeof EnterByLink>, { readonly known: boolean }, 'too_many_tries' | 'link_over'>(
  '/api/door/signs-in',
);
