import type { NewPasswordByLink } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const newPassword = route<z.input<typeof NewPasswordByLink>, { readonly changed: true }>()(
  '/api/door/new-password',
  ['link_over', 'password_common', 'too_many_tries'],
);
