import type { SecondFactor } from '#contracts/auth/auth';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const confirmSecondFactor = route<z.input<typeof SecondFactor>, { readonly confirmed: boolean }>()(
  '/api/door/confirm-second-factor',
  ['too_many_tries', 'code_wrong'],
);
