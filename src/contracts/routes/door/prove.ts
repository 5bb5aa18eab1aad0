import type { Prove } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const prove = route<z.input<typeof Prove>, { readonly proven: true }>()('/api/door/prove', [
  'password_wrong',
  'code_wrong',
  'too_many_tries',
]);
