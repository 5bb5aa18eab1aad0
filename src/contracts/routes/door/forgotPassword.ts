import type { ForgotPassword } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const forgotPassword = route<z.input<typeof ForgotPassword>, { readonly sent: true }>()('/api/door/forgot', [
  'too_many_tries',
]);
