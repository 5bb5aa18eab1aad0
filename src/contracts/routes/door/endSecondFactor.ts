import type { WithPassword } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const endSecondFactor = route<z.input<typeof WithPassword>, { readonly ended: boolean }>()(
  '/api/door/end-second-factor',
  ['too_many_tries', 'password_wrong', 'proof_needed'],
);
