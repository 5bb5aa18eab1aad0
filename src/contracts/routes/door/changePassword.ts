import type { ChangePassword } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const changePassword = route<z.input<typeof ChangePassword>, { readonly ended: number }>()(
  '/api/door/change-password',
  ['password_common', 'password_wrong', 'too_many_tries'],
);
